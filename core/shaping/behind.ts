import { floor, fromIso, isoDateTime, offset } from '../calendar';
import { isNumeric } from '../inference';
import {
  axesOf,
  binsOf,
  layerMeasures,
  portionsOf,
  type GrainValue,
  type GroupedQuery,
  type Portion,
  type RowFilter,
} from '../grain';
import { column, typedValue, type ChartSpec, type Layer, type PlacedPoint, type Sources } from '../spec';
import { Ask, type Known } from './ask';
import { rollerFor } from './figures';
import { keysFilter, Values, type LaidPortion } from './lay';
import { copiesOf } from './panels';
import { filterValue } from './places';
import { shapeGroups, type SeriesOf, type Shaped } from './groups';

/** The rows that make a point: of which sheet, by which filters, and what they come to. */
export interface Behind {
  readonly sheet: string;
  readonly layer: Layer;
  readonly filters: readonly RowFilter[];
  /** The summary of these rows, before anything is made of it after the summary. */
  readonly amount: number | null;
}

/** A point that is not in the chart; the message says what is wrong. */
export class NoSuchPoint extends Error {
  override readonly name = 'NoSuchPoint';
  constructor(
    readonly path: 'across' | 'series',
    message: string,
  ) {
    super(message);
  }
}

/**
 * The rows behind a point of a chart: a place across, and one of its series; without a series all rows at the place, as
 * the first layer sums them up.
 * @throws Pending while something has to be asked first, NoSuchPoint where the chart has no such point.
 */
export function behind(spec: ChartSpec, sources: Sources, answers: Known, point: PlacedPoint): Behind {
  const ask = new Ask(answers);
  if (spec.across.as === 'number' && !spec.panels) return behindDot(spec, point, ask, sources);
  const copy = copyOf(spec, sources, ask, point.series);
  if (copy) return behind(copy.spec, sources, answers, { ...point, series: copy.series });
  const shaped = shapeGroups(inOne(spec), sources, ask);
  const at = shaped.frame.across.values.findIndex((value) => String(value) === String(point.across));
  if (at < 0) throw new NoSuchPoint('across', `the chart has no place "${point.across}"`);
  const series = seriesOf(shaped, spec, point.series);
  const values = new Values(shaped.laid, ask);
  const { portion } = values.portionOf(series.layer);
  const one = shaped.laid.portions.find((laid) => laid.portion === portion) ?? shaped.laid.portions[0];
  const filters = [
    ...portion.filters,
    ...placeFilters(one, shaped.places[at], spec, String(shaped.frame.across.values[at])),
    ...splitFilters(one, series, spec),
  ];
  const drawn = shaped.frame.series.find(({ id }) => id === series.id);
  const amount =
    series.layer.per === undefined ? amountOf(series.layer, portion, filters, ask) : (drawn?.values[at] ?? null);
  ask.settle();
  return { sheet: portion.sheet, layer: series.layer, filters, amount };
}

/** A point of one small copy is a point of the chart with the rows of that copy alone. */
function copyOf(
  spec: ChartSpec,
  sources: Sources,
  ask: Ask,
  series: string | undefined,
): { spec: ChartSpec; series: string } | undefined {
  const { panels } = spec;
  const at = series?.lastIndexOf('|') ?? -1;
  if (!panels || 'by' in panels || series === undefined || at < 0) return undefined;
  const whole = inOne(spec);
  const copy = copiesOf(whole, panels, sources, ask).find(({ value }) => value === series.slice(0, at));
  if (!copy) throw new NoSuchPoint('series', `the chart has no series "${series}"`);
  const profile = column(sources.columns, panels.column);
  const keep = copy.keys.map((key) => filterValue(key, profile));
  return {
    series: series.slice(at + 1),
    spec: { ...whole, filters: [...spec.filters, { column: panels.column, keep }] },
  };
}

/** The chart without its small copies. */
function inOne(spec: ChartSpec): ChartSpec {
  const rest = { ...spec };
  delete rest.panels;
  return rest;
}

function seriesOf(shaped: Shaped, spec: ChartSpec, id: string | undefined): SeriesOf {
  if (id === undefined) return { id: '', layer: spec.layers[0], splits: 'all' };
  const found = shaped.series.find((series) => series.id === id);
  if (!found) throw new NoSuchPoint('series', `the chart has no series "${id}"`);
  return found;
}

function amountOf(layer: Layer, portion: Portion, filters: readonly RowFilter[], ask: Ask): number | null {
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: portion.sheet,
    axes: [],
    measures: [{ want: 'rows' }, ...layerMeasures(layer, portion)],
    filters,
  };
  const grain = ask.grain(query);
  ask.settle();
  return rollerFor(layer, query, grain)([0]);
}

function placeFilters(one: LaidPortion, places: readonly number[], spec: ChartSpec, value: string): RowFilter[] {
  const { portion } = one;
  const { across } = spec;
  const profile = column(portion.columns, portion.across);
  if (across.as === 'time' && !isNumeric(profile)) {
    const start = fromIso(value);
    const end = offset(start, across.step, 1);
    return [{ column: portion.across, from: isoDateTime(start), to: isoDateTime(end) }];
  }
  if (across.as === 'cycle' && profile.type !== 'text' && profile.type !== 'integer')
    return [{ column: portion.across, cycle: across.cycle, place: Number(value) }];
  if (across.as === 'bins') {
    const { start, width, count } = binsOf(profile, across.count);
    const [place] = places;
    // The outermost bins take what lies beyond them, as counting does.
    return [
      {
        column: portion.across,
        ...(place > 0 || count === 1 ? { from: place > 0 ? start + place * width : start } : {}),
        ...(place < count - 1 ? { to: start + (place + 1) * width } : {}),
      },
    ];
  }
  const within = new Set(places);
  const keys = [...new Set(one.keys.filter((_, i) => within.has(one.at[i])))];
  if (across.as === 'rows') return [{ column: portion.across, rows: keys.map(Number) }];
  return [keysFilter(keys, { as: 'value', column: portion.across }, portion)];
}

function splitFilters(one: LaidPortion, { splits }: SeriesOf, spec: ChartSpec): RowFilter[] {
  const { portion } = one;
  if (splits === 'all' || portion.split === undefined) return [];
  const keys = [...new Set(one.splitKeys.filter((_, i) => splits.includes(one.splitAt[i])))];
  const axis = axesOf(portion).split;
  const step = spec.split?.step;
  if (axis?.as !== 'step' || !step) return [keysFilter(keys, axis, portion)];
  const calendar = spec.calendar ?? {};
  const starts = keys.map((key): GrainValue => (key === null ? null : floor(Number(key), step, calendar)));
  return [keysFilter([...new Set(starts)], { ...axis, step, calendar }, portion)];
}

/** The rows of one dot: those that hold both of its numbers; without `up`, all with its number across that hold the other one. */
function behindDot(spec: ChartSpec, { across, series, up }: PlacedPoint, ask: Ask, sources: Sources): Behind {
  const layer = spec.layers.find(({ id }) => series === undefined || series === id || series.startsWith(`${id}:`));
  if (!layer || 'rows' in layer.amount) throw new NoSuchPoint('series', `the chart has no series "${series}"`);
  const of = 'column' in layer.amount ? layer.amount.column : layer.amount.formula;
  const [portion] = portionsOf({ ...spec, across: { as: 'group', column: spec.across.column } }, sources);
  const split = series?.startsWith(`${layer.id}:`) ? series.slice(layer.id.length + 1) : undefined;
  const filters: RowFilter[] = [
    ...portion.filters,
    { column: spec.across.column, keep: [Number(across)] },
    { column: spec.across.column, worked: of, ...(up === undefined ? {} : { is: up }) },
    ...(split !== undefined && spec.split
      ? [{ column: spec.split.column, keep: [typedValue(split, column(sources.columns, spec.split.column))] }]
      : []),
  ];
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: spec.sheet,
    axes: [],
    measures: [{ want: 'rows' }, { want: 'sum', of }, { want: 'count', of }],
    filters,
  };
  const grain = ask.grain(query);
  ask.settle();
  const amount = rollerFor({ amount: { column: of }, summary: 'mean' }, query, grain)([0]);
  return { sheet: spec.sheet, layer, filters, amount };
}
