import { isNumeric, SUMMARY_KINDS } from '../inference';
import { trendInSentence } from './looking-words';
import { column } from './against-columns';
import { filterWords } from './filter-words';
import { rowNoun } from './row-noun';
import { isDrawn, type ChartSpec, type Layer } from './chart-spec';
import { amountName, isNaming, withinPath } from './layers';
import { placeWords } from './place-words';
import { columnsOf, type Sources } from './sources';
import { TRANSFORMS } from '../then';
import { SHAPE_KINDS } from './shapes';
import { CYCLE_WORDS } from './words';

/** A part of the sentence: plain words, or words that open a control. */
export interface SentencePart {
  readonly text: string;
  readonly control?:
    | 'summary'
    | 'amount'
    | 'then'
    | 'shape'
    | 'side'
    | 'step'
    | 'cycle'
    | 'across'
    | 'keep'
    | 'order'
    | 'partial'
    | 'within'
    | 'split'
    | 'panels'
    | 'filter'
    | 'aside'
    | 'trend'
    | 'color';
  /** The layer that a control of a layer changes. */
  readonly layer?: string;
  /** The place of the filter, of the group stepped into, or of the point set aside that a control changes. */
  readonly at?: number;
}

/** The chart said in one plain sentence; read aloud it explains the chart. */
export function sentenceParts(spec: ChartSpec, sources: Sources): SentencePart[] {
  const parts =
    spec.across.as === 'number'
      ? scatterParts(spec, sources)
      : spec.across.as === 'bins'
        ? binsParts(spec, sources)
        : groupedParts(spec, sources);
  const filters = spec.filters.flatMap((filter, i): SentencePart[] => [
    { text: i === 0 ? ', only where ' : ' and ' },
    {
      text: filterWords(filter, column(sources.columns, filter.column), spec.look?.locale),
      control: 'filter',
      at: i,
    },
  ]);
  const aside = (spec.setAside ?? []).flatMap((point, i): SentencePart[] => [
    { text: i === 0 ? ', without ' : ' and ' },
    { text: placeWords(spec, point), control: 'aside', at: i },
  ]);
  return capitalised([
    ...parts,
    ...logParts(spec),
    ...colorParts(spec, sources),
    ...trendParts(spec),
    ...filters,
    ...aside,
  ]);
}

/** Which scales are not even. Columns and areas begin at zero, which a logarithmic scale does not have: theirs stays even. */
function logParts({ scales, layers, across }: ChartSpec): SentencePart[] {
  const logs = (['left', 'right'] as const).filter((side) => {
    const own = layers.filter((layer) => layer.side === side && isDrawn(layer));
    return scales[side]?.kind === 'log' && own.length > 0 && !own.some(({ shape }) => SHAPE_KINDS[shape].solid);
  });
  const named = [
    ...(layers.some(({ side }) => side === 'right') ? logs.map((side) => `the ${side}`) : logs.map(() => 'the')),
    ...(across.as === 'number' && scales.across?.kind === 'log' ? ['across'] : []),
  ];
  if (named.length === 0) return [];
  const [first] = named;
  if (named.length > 1) return [{ text: ', with logarithmic scales' }];
  return [
    {
      text:
        first === 'across'
          ? ', with a logarithmic scale across'
          : first === 'the'
            ? ', on a logarithmic scale'
            : `, with ${first} scale logarithmic`,
    },
  ];
}

/** Trends, and how far they are carried on. */
function trendParts({ trends = [], across }: ChartSpec): SentencePart[] {
  return trends.flatMap((trend, i): SentencePart[] => [
    { text: i === 0 ? ', with ' : i === trends.length - 1 ? ' and ' : ', ' },
    { text: trendInSentence(trend, across.as === 'time' ? across.step : undefined), control: 'trend', at: i },
  ]);
}

/** What layers are coloured by. */
function colorParts({ layers }: ChartSpec, sources: Sources): SentencePart[] {
  return layers.flatMap((layer): SentencePart[] => {
    const colorBy = layer.style?.colorBy;
    if (!colorBy) return [];
    if ('when' in colorBy)
      return [{ text: ', ' }, { text: 'coloured where a condition holds', control: 'color', layer: layer.id }];
    const { amount, summary } = colorBy;
    const words = amountName({ amount, from: layer.from }, sources);
    const summed = 'rows' in amount ? 'count of ' : `${SUMMARY_KINDS[summary].words} of `;
    return [{ text: ', ' }, { text: `coloured by ${summed}${words}`, control: 'color', layer: layer.id }];
  });
}

export function sentence(spec: ChartSpec, sources: Sources): string {
  return sentenceParts(spec, sources)
    .map((part) => part.text)
    .join('');
}

function groupedParts(spec: ChartSpec, sources: Sources): SentencePart[] {
  const { across, split, layers } = spec;
  const { columns } = sources;
  const one = layers.length === 1;
  const parts: SentencePart[] = [];
  const after: SentencePart[] = [];
  layers.forEach((layer, i) => {
    if (i > 0) parts.push({ text: i === layers.length - 1 ? ' and ' : ', ' });
    parts.push(...amountParts(layer, spec, sources));
    if (!one) parts.push({ text: isDrawn(layer) ? ' as ' : ' ' }, shapePart(layer, 'many', stackWords(layer, spec)));
    if (layer.side === 'right')
      parts.push({ text: ' on the ' }, { text: 'right scale', control: 'side', layer: layer.id });
  });
  if (!one) parts.push({ text: ',' });
  if (across.as === 'rows') return [...parts, ...rowsParts(spec, sources), ...panelParts(spec, sources)];
  parts.push({ text: ' by ' });
  const name = column(columns, across.column).name;
  if (across.as === 'time') parts.push({ text: across.step, control: 'step' }, { text: ' of ' });
  if (across.as === 'cycle') parts.push({ text: CYCLE_WORDS[across.cycle], control: 'cycle' }, { text: ' of ' });
  parts.push({ text: name, control: 'across' });
  const order = across.as === 'group' ? orderWords(across, spec, sources) : undefined;
  if (order) parts.push({ text: ', ' }, { text: order, control: 'order' });
  if (across.as === 'time' && across.partial === 'leave-out')
    parts.push({ text: ', ' }, { text: `whole ${across.step}s only`, control: 'partial' });
  if (across.as === 'group' && across.keep !== undefined)
    parts.push({ text: ', ' }, { text: `the first ${across.keep} and the rest`, control: 'keep' });
  withinPath(spec).forEach(({ value }, i) => parts.push({ text: ' in ' }, { text: value, control: 'within', at: i }));
  if (split) {
    const by = column(columns, split.column).name;
    if (one) {
      const stacked = layers[0].stack === 'stacked' || layers[0].stack === 'share';
      parts.push({ text: stacked ? ', one stacked ' : ', one ' }, shapePart(layers[0], 'one'), { text: ' per ' });
      if (layers[0].stack === 'share')
        after.push({ text: ', as ' }, { text: 'parts of 100 %', control: 'shape', layer: layers[0].id });
    } else parts.push({ text: ', for each ' });
    const few = split.keep === undefined ? '' : ` (the largest ${split.keep} and the rest)`;
    parts.push({ text: `${split.step ? `${split.step} of ${by}` : by}${few}`, control: 'split' });
  } else if (one) parts.push({ text: ', as ' }, shapePart(layers[0], 'many'));
  return [...parts, ...after, ...panelParts(spec, sources)];
}

/** How a layer of several stands on itself, where it is split. */
function stackWords({ stack, whole }: Layer, { split }: ChartSpec): string {
  if (split && whole) return ', not split';
  return stack === 'share' ? ' of 100 %' : stack === 'stacked' ? ', stacked' : '';
}

/** The rows one by one, and the order that they stand in. */
function rowsParts(spec: ChartSpec, sources: Sources): SentencePart[] {
  const { across, layers, split } = spec;
  const { columns } = sources;
  if (across.as !== 'rows') return [];
  const { one } = rowNoun(sources);
  const order = across.order
    ? `in order of ${column(columns, across.order.column).name}${across.order.descending ? ', largest first' : ''}`
    : 'in the order of the sheet';
  return [
    { text: ' of ' },
    { text: `each ${one}`, control: 'across' },
    { text: ', named by ' },
    { text: column(columns, across.column).name, control: 'across' },
    { text: ', ' },
    { text: order, control: 'order' },
    ...(layers.length === 1 ? [{ text: ', as ' }, shapePart(layers[0], 'many')] : []),
    ...(split
      ? [{ text: ', coloured by ' }, { text: column(columns, split.column).name, control: 'split' as const }]
      : []),
  ];
}

/** The order of groups, where it is not the one that they have by themselves. */
function orderWords(
  { column: key, order }: Extract<ChartSpec['across'], { as: 'group' }>,
  spec: ChartSpec,
  sources: Sources,
): string | undefined {
  if (!order) return undefined;
  const profile = column(sources.columns, key);
  const end = order.descending ? 'largest first' : 'smallest first';
  switch (order.by) {
    case 'amount':
      return `${amountName({ amount: order.amount }, sources)} ${end}`;
    case 'name':
      return isNumeric(profile) && !order.descending
        ? undefined
        : `in order of name${order.descending ? ', from the last' : ''}`;
    case 'sheet':
      return `in the order of the sheet${order.descending ? ', from the last' : ''}`;
    case 'calendar':
      return profile.meaning && !order.descending
        ? undefined
        : `in its own order${order.descending ? ', from the last' : ''}`;
    case 'value': {
      const of = spec.layers.find(({ id }) => id === order.layer);
      const named = of && of.id !== spec.layers[0].id ? `${amountName(of, sources)} ` : '';
      return order.descending && !named && !isNumeric(profile) && !profile.meaning ? undefined : `${named}${end}`;
    }
  }
}

function panelParts({ panels }: ChartSpec, { columns }: Sources): SentencePart[] {
  if (!panels) return [];
  if ('by' in panels) return [{ text: ', in ' }, { text: 'a small copy per amount', control: 'panels' }];
  const few = panels.keep === undefined ? '' : ` (the largest ${panels.keep} and the rest)`;
  return [
    { text: ', in ' },
    { text: `a small copy per ${column(columns, panels.column).name}${few}`, control: 'panels' },
  ];
}

function scatterParts(spec: ChartSpec, sources: Sources): SentencePart[] {
  const { columns } = sources;
  const parts: SentencePart[] = [];
  spec.layers.forEach((layer, i) => {
    if (i > 0) parts.push({ text: i === spec.layers.length - 1 ? ' and ' : ', ' });
    parts.push({ text: amountName(layer, sources), control: 'amount', layer: layer.id });
    if (layer.side === 'right')
      parts.push({ text: ' on the ' }, { text: 'right scale', control: 'side', layer: layer.id });
  });
  parts.push(
    { text: ' against ' },
    { text: column(columns, spec.across.column).name, control: 'across' },
    ...(spec.layers[0].shape === 'line'
      ? [{ text: ', as ' }, shapePart(spec.layers[0], 'many')]
      : [{ text: ', one ' }, shapePart(spec.layers[0], 'one'), { text: ` per ${rowNoun(sources).one}` }]),
  );
  if (spec.split)
    parts.push({ text: ', coloured by ' }, { text: column(columns, spec.split.column).name, control: 'split' });
  return [...parts, ...panelParts(spec, sources)];
}

function binsParts(spec: ChartSpec, sources: Sources): SentencePart[] {
  const { columns } = sources;
  return [
    { text: `count of ${rowNoun(sources).many} by size of ` },
    { text: column(columns, spec.across.column).name, control: 'across' },
    { text: ', as ' },
    shapePart(spec.layers[0], 'many'),
  ];
}

function amountParts(layer: Layer, spec: ChartSpec, sources: Sources): SentencePart[] {
  const then: SentencePart[] = layer.then
    ? [{ text: ' as ' }, { text: thenWords(layer, spec), control: 'then', layer: layer.id }]
    : [];
  const from =
    layer.from && layer.from.sheet !== spec.sheet
      ? [{ text: ` of ${sources.names?.get(layer.from.sheet) ?? 'another sheet'}` }]
      : [];
  const goesOn = layer.fills ? [{ text: ' carrying on from there' }] : [];
  if ('rows' in layer.amount)
    return [
      { text: 'count of ' },
      { text: layer.name ?? rowNoun(sources, layer).many, control: 'amount', layer: layer.id },
      ...from,
      ...then,
      ...goesOn,
    ];
  const name = amountName(layer, sources);
  if (isNaming(layer, columnsOf(layer, sources))) return [{ text: name, control: 'amount', layer: layer.id }, ...from];
  return [
    // A single row has nothing to be summed up.
    ...(spec.across.as === 'rows'
      ? []
      : [
          { text: SUMMARY_KINDS[layer.summary].words, control: 'summary' as const, layer: layer.id },
          { text: layer.summary === 'distinct' ? ' ' : ' of ' },
        ]),
    { text: name, control: 'amount', layer: layer.id },
    ...from,
    ...then,
    ...goesOn,
  ];
}

/** What is made of a layer's values after the summary: "change in percent against the same month a year before". */
export function thenWords({ then, thenBy = {} }: Layer, { across }: ChartSpec): string {
  return then ? TRANSFORMS[then].words(thenBy, across.as === 'time' ? { step: across.step } : {}) : '';
}

const RING_WORDS = { whole: 'a ring', half: 'half a ring' } as const;

function shapePart(layer: Layer, form: 'one' | 'many', more = ''): SentencePart {
  const ring = layer.shape === 'pie' ? layer.style?.ring : undefined;
  const text = ring ? RING_WORDS[ring] : SHAPE_KINDS[layer.shape][form];
  return { text: text + more, control: 'shape', layer: layer.id };
}

function capitalised(parts: SentencePart[]): SentencePart[] {
  const [first, ...rest] = parts;
  return [{ ...first, text: first.text.charAt(0).toUpperCase() + first.text.slice(1) }, ...rest];
}
