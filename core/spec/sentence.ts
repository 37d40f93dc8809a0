import type { Cycle } from '../calendar';
import type { ColumnProfile, Summary } from '../inference';
import { column, type Columns } from './against-columns';
import type { ChartSpec, Filter, Layer, Shape } from './chart-spec';

/** A part of the sentence: plain words, or words that open a control. */
export interface SentencePart {
  readonly text: string;
  readonly control?: 'summary' | 'amount' | 'shape' | 'side' | 'step' | 'cycle' | 'across' | 'split' | 'filter';
  /** The layer that a control of a layer changes. */
  readonly layer?: string;
  /** The place of the filter that a filter control changes. */
  readonly filter?: number;
}

export const SUMMARY_WORDS: Readonly<Record<Summary, string>> = {
  sum: 'total',
  mean: 'average',
  median: 'median',
  min: 'smallest',
  max: 'largest',
  first: 'first',
  last: 'last',
  count: 'count',
  distinct: 'number of different',
};
export const CYCLE_WORDS: Readonly<Record<Cycle, string>> = {
  'month-of-year': 'month of the year',
  weekday: 'day of the week',
  'hour-of-day': 'hour of the day',
};
export const SHAPE_WORDS: Readonly<Record<Shape, { one: string; many: string }>> = {
  line: { one: 'line', many: 'a line' },
  column: { one: 'column', many: 'columns' },
  bar: { one: 'bar', many: 'bars lying down' },
  area: { one: 'area', many: 'an area' },
  dot: { one: 'dot', many: 'dots' },
  target: { one: 'target mark', many: 'target marks' },
  pie: { one: 'slice', many: 'a pie' },
};

/** The name of a layer's amount: its own, the column's, or "Rows". */
export function amountName(layer: Pick<Layer, 'amount' | 'name'>, columns: Columns): string {
  if (layer.name) return layer.name;
  if ('column' in layer.amount) return column(columns, layer.amount.column).name;
  return 'rows' in layer.amount ? 'Rows' : layer.amount.formula;
}

/** The chart said in one plain sentence; read aloud it explains the chart. */
export function sentenceParts(spec: ChartSpec, columns: Columns): SentencePart[] {
  const parts =
    spec.across.as === 'number'
      ? scatterParts(spec, columns)
      : spec.across.as === 'bins'
        ? binsParts(spec, columns)
        : groupedParts(spec, columns);
  const filters = spec.filters.flatMap((filter, i): SentencePart[] => [
    { text: i === 0 ? ', only where ' : ' and ' },
    { text: filterWords(filter, column(columns, filter.column)), control: 'filter', filter: i },
  ]);
  return capitalised([...parts, ...filters]);
}

export function sentence(spec: ChartSpec, columns: Columns): string {
  return sentenceParts(spec, columns)
    .map((part) => part.text)
    .join('');
}

function groupedParts(spec: ChartSpec, columns: Columns): SentencePart[] {
  const { across, split, layers } = spec;
  const one = layers.length === 1;
  const parts: SentencePart[] = [];
  layers.forEach((layer, i) => {
    if (i > 0) parts.push({ text: i === layers.length - 1 ? ' and ' : ', ' });
    parts.push(...amountParts(layer, columns));
    if (!one) parts.push({ text: ' as ' }, shapePart(layer, 'many'));
    if (layer.side === 'right')
      parts.push({ text: ' on the ' }, { text: 'right scale', control: 'side', layer: layer.id });
  });
  if (!one) parts.push({ text: ',' });
  parts.push({ text: ' by ' });
  const name = column(columns, across.column).name;
  if (across.as === 'time') parts.push({ text: across.step, control: 'step' }, { text: ' of ' });
  if (across.as === 'cycle') parts.push({ text: CYCLE_WORDS[across.cycle], control: 'cycle' }, { text: ' of ' });
  parts.push({ text: name, control: 'across' });
  if (split) {
    const by = column(columns, split.column).name;
    if (one)
      parts.push({ text: layers[0].stack === 'stacked' ? ', one stacked ' : ', one ' }, shapePart(layers[0], 'one'), {
        text: ' per ',
      });
    else parts.push({ text: ', for each ' });
    parts.push({ text: split.step ? `${split.step} of ${by}` : by, control: 'split' });
  } else if (one) parts.push({ text: ', as ' }, shapePart(layers[0], 'many'));
  return parts;
}

function scatterParts(spec: ChartSpec, columns: Columns): SentencePart[] {
  const parts: SentencePart[] = [];
  spec.layers.forEach((layer, i) => {
    if (i > 0) parts.push({ text: i === spec.layers.length - 1 ? ' and ' : ', ' });
    parts.push({ text: amountName(layer, columns), control: 'amount', layer: layer.id });
    if (layer.side === 'right')
      parts.push({ text: ' on the ' }, { text: 'right scale', control: 'side', layer: layer.id });
  });
  parts.push(
    { text: ' against ' },
    { text: column(columns, spec.across.column).name, control: 'across' },
    { text: ', one ' },
    shapePart(spec.layers[0], 'one'),
    { text: ' per row' },
  );
  if (spec.split)
    parts.push({ text: ', coloured by ' }, { text: column(columns, spec.split.column).name, control: 'split' });
  return parts;
}

function binsParts(spec: ChartSpec, columns: Columns): SentencePart[] {
  return [
    { text: 'count of rows by size of ' },
    { text: column(columns, spec.across.column).name, control: 'across' },
    { text: ', as ' },
    shapePart(spec.layers[0], 'many'),
  ];
}

function amountParts(layer: Layer, columns: Columns): SentencePart[] {
  if ('rows' in layer.amount)
    return [{ text: 'count of ' }, { text: layer.name ?? 'rows', control: 'amount', layer: layer.id }];
  const name = amountName(layer, columns);
  return [
    { text: SUMMARY_WORDS[layer.summary], control: 'summary', layer: layer.id },
    { text: layer.summary === 'distinct' ? ' ' : ' of ' },
    { text: name, control: 'amount', layer: layer.id },
  ];
}

function shapePart(layer: Layer, form: 'one' | 'many'): SentencePart {
  return { text: SHAPE_WORDS[layer.shape][form], control: 'shape', layer: layer.id };
}

/** A filter in words: "Spot is Yard or Web shop", "Sold on from 2024-01-01". */
export function filterWords(filter: Filter, { name }: Pick<ColumnProfile, 'name'>): string {
  if ('keep' in filter) {
    const values = filter.keep.map((value) =>
      value === null ? '(blank)' : value === true ? 'yes' : value === false ? 'no' : String(value),
    );
    const listed =
      values.length > 3 ? `${values.slice(0, 2).join(', ')} or ${values.length - 2} others` : values.join(' or ');
    return `${name} is ${filter.not ? 'not ' : ''}${listed}`;
  }
  if ('present' in filter) return `${name} is ${filter.present ? 'filled' : 'empty'}`;
  if ('window' in filter || 'top' in filter) return name;
  return [
    name,
    filter.from !== undefined ? `from ${filter.from}` : '',
    filter.to !== undefined ? `before ${filter.to}` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

function capitalised(parts: SentencePart[]): SentencePart[] {
  const [first, ...rest] = parts;
  return [{ ...first, text: first.text.charAt(0).toUpperCase() + first.text.slice(1) }, ...rest];
}
