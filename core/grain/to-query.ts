import type { Step } from '../calendar';
import { isNumeric, rankWhens, type ColumnProfile, type Summary } from '../inference';
import { column, type ChartSpec, type Columns, type Layer } from '../spec';
import { roundBins } from './bins';
import { sameMeasure, type GrainAxis, type GrainQuery, type GroupedQuery, type Measure } from './grain-query';

/** At most this many points of a scatter are drawn one by one. */
export const POINTS_LIMIT = 5_000;

/** Summaries that cannot be rolled up from finer groups: they are asked for at the level shown. */
const AT_LEVEL: ReadonlySet<Summary> = new Set(['median', 'distinct', 'first', 'last']);

/**
 * What to ask the table for a chart. A grouped chart asks for days (hours where hours are shown) and every group in
 * play, so that another step, order or split needs no new question; where a summary cannot be rolled up, for the level
 * shown. A scatter asks one question per layer.
 */
export function toGrainQueries(spec: ChartSpec, columns: Columns): GrainQuery[] {
  if (spec.across.as === 'number') {
    const { column: x } = spec.across;
    return spec.layers.flatMap((layer) =>
      'column' in layer.amount
        ? [
            {
              kind: 'points' as const,
              sheet: spec.sheet,
              x,
              y: layer.amount.column,
              ...(spec.split ? { split: spec.split.column } : {}),
              filters: spec.filters,
              limit: POINTS_LIMIT,
            },
          ]
        : [],
    );
  }
  const exactLevel = spec.layers.some((layer) => AT_LEVEL.has(layer.summary) && !countsRows(layer));
  const axes = [acrossAxis(spec, columns, exactLevel), ...splitAxis(spec, columns, exactLevel)];
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: spec.sheet,
    axes,
    measures: measuresOf(spec, columns),
    filters: spec.filters,
  };
  return [query];
}

function acrossAxis({ across, calendar = {} }: ChartSpec, columns: Columns, exactLevel: boolean): GrainAxis {
  const found = column(columns, across.column);
  if (across.as === 'time') {
    if (found.meaning === 'year') return { as: 'value', column: across.column };
    return {
      as: 'step',
      column: across.column,
      step: exactLevel ? across.step : baseStep(across.step),
      calendar: exactLevel ? calendar : {},
    };
  }
  if (across.as === 'cycle') {
    if (found.type === 'text' || found.type === 'integer') return { as: 'value', column: across.column };
    return across.cycle === 'hour-of-day'
      ? { as: 'hour-of-day', column: across.column }
      : { as: 'step', column: across.column, step: 'day', calendar: {} };
  }
  if (across.as === 'bins') return { as: 'bin', column: across.column, ...binsOf(found, across.count) };
  return { as: 'value', column: across.column };
}

/** The bins of a column by its own range. */
export function binsOf(profile: ColumnProfile, count?: number) {
  const { min, max, count: rows } = profile.stats;
  return roundBins(typeof min === 'number' ? min : 0, typeof max === 'number' ? max : 0, rows, count);
}

function baseStep(step: Step): Step {
  return step === 'hour' ? 'hour' : 'day';
}

function splitAxis({ split, calendar = {} }: ChartSpec, columns: Columns, exactLevel: boolean): GrainAxis[] {
  if (!split) return [];
  const found = column(columns, split.column);
  if (!split.step || found.meaning === 'year') return [{ as: 'value', column: split.column }];
  return [
    { as: 'step', column: split.column, step: exactLevel ? split.step : 'day', calendar: exactLevel ? calendar : {} },
  ];
}

function measuresOf(spec: ChartSpec, columns: Columns): Measure[] {
  const measures: Measure[] = [{ want: 'rows' }];
  const add = (...wanted: Measure[]) => {
    for (const measure of wanted) if (!measures.some((other) => sameMeasure(other, measure))) measures.push(measure);
  };
  if (spec.across.as === 'group' && spec.across.order?.by === 'sheet') add({ want: 'first-row' });
  for (const layer of spec.layers) add(...layerMeasures(layer, spec, columns));
  return measures;
}

/** What a layer's summary is made of. */
export function layerMeasures(layer: Layer, spec: ChartSpec, columns: Columns): Measure[] {
  if (!('column' in layer.amount)) return [{ want: 'rows' }];
  const { column: key } = layer.amount;
  const count: Measure = { want: 'count', column: key };
  const numeric = isNumeric(column(columns, key));
  switch (layer.summary) {
    case 'sum':
    case 'mean':
      return [{ want: 'sum', column: key }, count];
    case 'min':
    case 'max':
      return [{ want: layer.summary, column: key }, count];
    case 'count':
      return [count];
    case 'median':
    case 'distinct':
      return [{ want: layer.summary, column: key }, count];
    case 'first':
    case 'last':
      return numeric ? [{ want: layer.summary, column: key, ...orderedBy(spec, columns) }, count] : [count];
  }
}

/** First and last go by the When across, else by the sheet's main When, then by row. */
function orderedBy(spec: ChartSpec, columns: Columns): { when?: string } {
  if (spec.across.as === 'time' || spec.across.as === 'cycle')
    return column(columns, spec.across.column).type === 'text' ? {} : { when: spec.across.column };
  const main = rankWhens([...columns.values()]).find(({ type }) => type !== 'text');
  return main ? { when: main.key } : {};
}

function countsRows(layer: Layer): boolean {
  return 'rows' in layer.amount;
}
