import type { Step } from '../calendar';
import { isNumeric, rankWhens, SUMMARY_KINDS, type ColumnProfile, type Summary } from '../inference';
import {
  column,
  columnsInPlay,
  formulaColumns,
  isNaming,
  expressionOf,
  formulaText,
  isRowsFirst,
  leavesRowsOut,
  linearParts,
  MOST_SINGLE_ROWS,
  parseFormula,
  resolveFilters,
  withinFilters,
  type Amount,
  type ChartSpec,
  type Columns,
  type Expression,
  type Layer,
  type PlainFilter,
  type Sources,
  type Stretch,
} from '../spec';
import { roundBins } from './bins';
import {
  sameAxis,
  sameMeasure,
  type GrainAxis,
  type GrainQuery,
  type GroupedQuery,
  type Measure,
  type PointsQuery,
  type RowFilter,
} from './grain-query';

/** At most this many points of a scatter are drawn one by one. */
export const POINTS_LIMIT = 5_000;

/** Layers that are asked for together: of one sheet, with the same filters, and all to be rolled up or none. */
export interface Portion {
  readonly spec: ChartSpec;
  readonly sheet: string;
  readonly columns: Columns;
  readonly layers: readonly Layer[];
  /** The columns of this sheet that run across and that it is split by. */
  readonly across: string;
  readonly split?: string;
  /** For levels added up: one more group of rows per value of this column. */
  readonly per?: string;
  readonly filters: readonly RowFilter[];
  /** The windows of time among the filters. */
  readonly stretches: readonly Stretch[];
  /** Asked at the level shown, since its summaries cannot be rolled up. */
  readonly atLevel: boolean;
  /** Comes from another sheet than the chart's. */
  readonly other: boolean;
}

/** The id under which an order by an amount that is not drawn is worked out. */
export const ORDER_LAYER = '(order)';

/** The hidden layer that gives the order of groups, where they go by an amount of their own. */
export function orderLayer({ across }: ChartSpec): Layer | undefined {
  if (across.as !== 'group' || across.order?.by !== 'amount') return undefined;
  const { amount, summary } = across.order;
  return { id: ORDER_LAYER, amount, summary, shape: 'column', side: 'left' };
}

/** Whether the summary of a layer rolls up from finer groups of rows. */
export function rollsUp(layer: Layer): boolean {
  return SUMMARY_KINDS[layer.summary].roll !== 'none' && layer.per === undefined;
}

/** Of more groups of rows than about this many, only those that are shown are asked for. */
const FINE_GROUPS = 120_000;

/** Whether a chart by day and by every value of its split would be of very many groups, most of which it does not show. */
function tooFine({ across, split }: ChartSpec, { columns }: Sources): boolean {
  const shownByDay = across.as === 'time' && (across.step === 'day' || across.step === 'hour');
  if (!split || shownByDay || (across.as !== 'time' && across.as !== 'cycle')) return false;
  const [when, by] = [columns.get(across.column)?.stats, columns.get(split.column)?.stats];
  if (!when || !by) return false;
  const days = (at: unknown) => Date.parse(String(at).slice(0, 10)) / 86_400_000;
  const span = days(when.max) - days(when.min) + 1;
  const dates = Math.min(when.distinct, Number.isFinite(span) ? span : Infinity);
  return Math.min(dates * by.distinct, when.count) > FINE_GROUPS;
}

/** The layers of a chart by what they are asked of together, the chart's own first. */
export function portionsOf(spec: ChartSpec, sources: Sources): Portion[] {
  const own = resolveFilters(spec.filters, sources.columns, spec.calendar, sources.today);
  const base = {
    spec,
    sheet: spec.sheet,
    columns: sources.columns,
    across: spec.across.column,
    ...(spec.split ? { split: spec.split.column } : {}),
    filters: rankedAsShown([...own.filters, ...withinFilters(spec, sources.columns)], spec, sources.columns),
    stretches: own.stretches,
    other: false,
  };
  const order = orderLayer(spec);
  const layers = [...spec.layers.filter((layer) => !layer.from), ...(order ? [order] : [])];
  const level = layers.filter((layer) => !rollsUp(layer) && layer.per === undefined);
  const rolled = layers.filter(rollsUp);
  return [
    ...(rolled.length > 0 || layers.length === 0 ? [{ ...base, layers: rolled, atLevel: tooFine(spec, sources) }] : []),
    ...(level.length > 0 ? [{ ...base, layers: level, atLevel: true }] : []),
    ...layers.flatMap((layer) =>
      layer.per === undefined ? [] : [{ ...base, layers: [layer], per: layer.per, atLevel: true }],
    ),
    ...spec.layers.flatMap((layer) => (layer.from ? [otherPortion(layer, layer.from, spec, sources)] : [])),
  ];
}

function otherPortion(layer: Layer, from: NonNullable<Layer['from']>, spec: ChartSpec, sources: Sources): Portion {
  const columns = sources.others?.get(from.sheet);
  if (!columns) throw new RangeError(`no columns of sheet ${from.sheet}`);
  const { filters, stretches } = resolveFilters(from.filters ?? [], columns, spec.calendar, sources.today);
  return {
    spec,
    sheet: from.sheet,
    columns,
    layers: [layer],
    across: from.across,
    ...(spec.split && from.split !== undefined ? { split: from.split } : {}),
    ...(layer.per === undefined ? {} : { per: layer.per }),
    filters: rankedAsShown(
      filters,
      { across: { ...spec.across, column: from.across } as ChartSpec['across'] },
      columns,
    ),
    stretches,
    atLevel: !rollsUp(layer),
    other: true,
  };
}

/** Which axes a question has, and which rows it is about beyond the portion's own. */
export interface Cut {
  readonly across?: boolean;
  readonly split?: boolean;
  /** One more axis: the values that have a small copy each. */
  readonly also?: GrainAxis;
  readonly filters?: readonly RowFilter[];
}

/** The axes of a portion's question: what stands across, what splits, and what levels are added up per. */
export function axesOf(
  portion: Portion,
  cut: Cut = {},
): { across?: GrainAxis; name?: GrainAxis; split?: GrainAxis; per?: GrainAxis } {
  const { across = true, split = true } = cut;
  return {
    ...(across ? { across: acrossAxis(portion) } : {}),
    // Single rows are named by a column of theirs.
    ...(across && portion.spec.across.as === 'rows' ? { name: { as: 'value' as const, column: portion.across } } : {}),
    ...(split && portion.split !== undefined ? { split: splitAxis(portion, portion.split) } : {}),
    ...(portion.per === undefined ? {} : { per: { as: 'value' as const, column: portion.per } }),
  };
}

/**
 * What to ask the table for a portion. What rolls up is asked for by day (by hour where hours are shown) and every group
 * in play, so that another step, order or split needs no new question; the rest at the level shown.
 */
export function portionQuery(portion: Portion, cut: Cut = {}): GroupedQuery {
  const { across, name, split, per } = axesOf(portion, cut);
  const axes: GrainAxis[] = [];
  for (const axis of [across, name, split, per, cut.also])
    if (axis && !axes.some((other) => sameAxis(other, axis))) axes.push(axis);
  return {
    kind: 'grouped',
    sheet: portion.sheet,
    axes,
    measures: measuresOf(portion).filter(({ want }) => want !== 'place' || across?.as === 'row'),
    filters: [...portion.filters, ...(cut.filters ?? [])],
  };
}

/** The questions that a chart begins with. A scatter asks one per layer. */
export function toGrainQueries(spec: ChartSpec, sources: Sources): GrainQuery[] {
  if (spec.across.as === 'number') return pointsQueries(spec, sources).map(({ query }) => query);
  return portionsOf(spec, sources).map((portion) => portionQuery(portion));
}

/** A scatter's questions by layer; a count of rows has no place in it. */
export function pointsQueries(
  spec: ChartSpec,
  sources: Sources,
  more: readonly RowFilter[] = [],
): { layer: Layer; query: PointsQuery }[] {
  const { filters } = resolveFilters(spec.filters, sources.columns, spec.calendar, sources.today);
  return spec.layers.flatMap((layer) =>
    'rows' in layer.amount
      ? []
      : [
          {
            layer,
            query: {
              kind: 'points' as const,
              sheet: spec.sheet,
              x: spec.across.column,
              y: amountText(layer.amount),
              ...(spec.split ? { split: spec.split.column } : {}),
              filters: [...filters, ...more],
              limit: POINTS_LIMIT,
            },
          },
        ],
  );
}

/** An amount as the text of what is worked out row by row: a key, or a formula over keys. */
export function amountText(amount: Exclude<Amount, { rows: true }>): string {
  return 'column' in amount ? amount.column : amount.formula;
}

function acrossAxis({ spec, columns, across: key, atLevel }: Portion): GrainAxis {
  const { across, calendar = {} } = spec;
  const found = column(columns, key);
  if (across.as === 'time') {
    if (found.meaning === 'year' && isNumeric(found)) return { as: 'value', column: key };
    return {
      as: 'step',
      column: key,
      step: atLevel ? across.step : baseStep(across.step),
      calendar: atLevel ? calendar : {},
    };
  }
  if (across.as === 'cycle') {
    if (found.type === 'text' || found.type === 'integer') return { as: 'value', column: key };
    return atLevel || across.cycle === 'hour-of-day'
      ? { as: 'cycle', column: key, cycle: across.cycle }
      : { as: 'step', column: key, step: 'day', calendar: {} };
  }
  if (across.as === 'rows')
    return {
      as: 'row',
      column: key,
      ...(across.order ? { order: across.order } : {}),
      // One more tells that there are more.
      limit: MOST_SINGLE_ROWS + 1,
    };
  if (across.as === 'bins') return { as: 'bin', column: key, ...binsOf(found, across.count) };
  return { as: 'value', column: key };
}

/** The bins of a column by its own range. */
export function binsOf(profile: ColumnProfile, count?: number) {
  const { min, max, count: rows } = profile.stats;
  return roundBins(typeof min === 'number' ? min : 0, typeof max === 'number' ? max : 0, rows, count);
}

function baseStep(step: Step): Step {
  return step === 'hour' ? 'hour' : 'day';
}

function splitAxis({ spec, columns, atLevel }: Portion, key: string): GrainAxis {
  const found = column(columns, key);
  const step = spec.split?.step;
  if (!step || (found.meaning === 'year' && isNumeric(found))) return { as: 'value', column: key };
  return { as: 'step', column: key, step: atLevel ? step : 'day', calendar: atLevel ? (spec.calendar ?? {}) : {} };
}

function measuresOf(portion: Portion): Measure[] {
  const measures: Measure[] = [{ want: 'rows' }];
  const add = (...wanted: Measure[]) => {
    for (const measure of wanted) if (!measures.some((other) => sameMeasure(other, measure))) measures.push(measure);
  };
  const { across } = portion.spec;
  if (across.as === 'group' && across.order?.by === 'sheet' && !portion.other) add({ want: 'first-row' });
  if (across.as === 'rows') add({ want: 'place' });
  for (const layer of portion.layers) add(...layerMeasures(layer, portion));
  // Of all rows the profile knows how many cells are unread; of those that filters leave, the table.
  if (portion.filters.length > 0 && !portion.other)
    for (const of of columnsInPlay(portion.spec))
      if ((portion.columns.get(of)?.unread.count ?? 0) > 0) add({ want: 'unread', of });
  return measures;
}

/** What a layer's summary is made of. */
export function layerMeasures(layer: Pick<Layer, 'amount' | 'summary'>, portion: Portion): Measure[] {
  const some: Measure[] =
    'formula' in layer.amount && leavesRowsOut(layer.amount) ? [{ want: 'some', of: layer.amount.formula }] : [];
  const parts = partsOf(layer.amount, layer.summary).flatMap(({ of, blanks }): Measure[] => {
    const as = { of, ...(blanks ? { blanks } : {}) };
    const count: Measure = { want: 'count', ...as };
    if (isNaming(layer, portion.columns)) return [{ want: 'name', of }, count];
    const { part, ordered } = SUMMARY_KINDS[layer.summary];
    return part
      ? [{ want: part, ...as, ...(ordered ? orderedBy(ordering(portion), portion.columns) : {}) }, count]
      : [count];
  });
  return [...parts, ...some];
}

/**
 * What is summarised for an amount: one expression per row, or for a ratio each of its columns, of averages each of its
 * linear parts, whose blanks count as nothing; nothing to count rows.
 */
export function partsOf(amount: Amount, summary: Summary): Expression[] {
  if ('rows' in amount) return [];
  if ('column' in amount) return [{ of: amount.column }];
  if (isRowsFirst(amount)) return [expressionOf(amount)];
  const formula = parseFormula(amount.formula);
  if (summary === 'mean') return linearParts(formula).map((part) => ({ of: formulaText(part) }));
  return formulaColumns(formula).map((of) => ({ of }));
}

/** A portion as a chart of its own sheet: what stands across is a column of it. */
const ordering = ({ spec, across }: Portion): Pick<ChartSpec, 'across'> => ({
  across: { ...spec.across, column: across } as ChartSpec['across'],
});

/** First and last go by the When across, else by the sheet's main When, then by row. */
function orderedBy({ across }: Pick<ChartSpec, 'across'>, columns: Columns): { when?: string } {
  if (across.as === 'time' || across.as === 'cycle')
    return column(columns, across.column).type === 'text' ? {} : { when: across.column };
  return mainOrder(columns);
}

/** What first and last go by where no When stands across: the sheet's main When. */
export function mainOrder(columns: Columns): { when?: string } {
  const main = rankWhens([...columns.values()]).find(({ type }) => type !== 'text');
  return main ? { when: main.key } : {};
}

/** The first few values of a group are ranked by the first or last that the chart itself would show. */
const rankedAsShown = (
  filters: readonly PlainFilter[],
  spec: Pick<ChartSpec, 'across'>,
  columns: Columns,
): RowFilter[] => filters.map((filter) => ('top' in filter ? { ...filter, ...orderedBy(spec, columns) } : filter));
