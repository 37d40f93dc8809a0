import { floor, fromIso, isoDateTime, offset } from '../calendar';
import { isNumeric } from '../inference';
import { amountText, axesOf, binsOf, portionsOf, type GrainValue, type GroupedQuery, type RowFilter } from '../grain';
import {
  BLANK,
  column,
  readSeriesId,
  typedValue,
  writeSeriesId,
  type ChartSpec,
  type Layer,
  type PlacedPoint,
  type SeriesId,
  type Sources,
} from '../spec';
import { askGroups, type Asking } from './asking';
import { copiesOf, copyFilter, type ByGroup } from './copies';
import { rollerFor } from './figures';
import { shapeGroups, type Shaped } from './groups';
import { keysFilter } from './keys-filter';
import { portionOf, type LaidPortion } from './laid';
import { inOne, shapeCopies } from './panels';
import { tidy } from './places';
import { stretchOf } from './splits';
import { amountOver } from './total';
import type { Splits } from './values';
import type { SeriesOf } from './which-series';

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
 * @throws NoSuchPoint where the chart has no such point.
 */
export function* behind(spec: ChartSpec, sources: Sources, point: PlacedPoint): Asking<Behind> {
  const read = point.series === undefined ? undefined : readSeriesId(point.series, spec);
  if (point.series !== undefined && !read) throw noSeries(point.series);
  const { copy, ...own } = read ?? { layer: '' };
  const id = read && own;
  const { panels } = spec;
  const copied = panels && !('by' in panels) && copy !== undefined ? { panels, copy } : undefined;
  const whole = inOne(spec);
  if (spec.across.as === 'number') {
    const more = copied ? [yield* filterOfCopy(whole, copied.panels, copied.copy, point, sources)] : [];
    return yield* behindDot(whole, id, point, sources, more);
  }
  if (!copied) return yield* behindPlace(yield* shapeGroups(whole, sources), spec, id, point);
  const { copies } = yield* shapeCopies(spec, copied.panels, sources);
  const found = copies.find((one) => one.copy.value === copied.copy);
  if (!found) throw noSeries(point.series);
  return yield* behindPlace(found.shaped, spec, id, point);
}

const noSeries = (series: string | undefined) => new NoSuchPoint('series', `the chart has no series "${series ?? ''}"`);

/** The rows behind a place of a chart, or of one of its copies. */
function* behindPlace(shaped: Shaped, spec: ChartSpec, id: SeriesId | undefined, point: PlacedPoint): Asking<Behind> {
  const at = shaped.frame.across.values.findIndex((value) => String(value) === String(point.across));
  if (at < 0) throw new NoSuchPoint('across', `the chart has no place "${point.across}"`);
  const text = id && writeSeriesId(id);
  const series: Pick<SeriesOf, 'layer' | 'splits'> | undefined = id
    ? shaped.series.find((one) => one.id === text)
    : { layer: spec.layers[0], splits: 'all' };
  if (!series) throw noSeries(point.series);
  const one = portionOf(shaped.laid, series.layer);
  const { portion } = one;
  const filters = [
    ...portion.filters,
    ...(one.copy ? [one.copy.filter] : []),
    ...placeFilters(one, shaped.places[at], spec, String(shaped.frame.across.values[at])),
    ...splitFilters(one, series.splits, spec),
  ];
  const amount =
    series.layer.per === undefined
      ? (yield* amountOver(series.layer, portion, filters)).value
      : yield* levelOf(shaped, series, shaped.places[at]);
  return { sheet: portion.sheet, layer: series.layer, filters, amount };
}

/** Levels added up know what came before: they are worked out as the chart does. */
function* levelOf(
  { values }: Shaped,
  { layer, splits }: Pick<SeriesOf, 'layer' | 'splits'>,
  places: readonly number[],
): Asking<number | null> {
  if (places.length > 1) return yield* values.joint(layer, places, splits);
  return (yield* values.vector(layer, splits))[places[0]];
}

function placeFilters(one: LaidPortion, places: readonly number[], spec: ChartSpec, value: string): RowFilter[] {
  const { portion } = one;
  const { across } = spec;
  const profile = column(portion.columns, portion.across);
  if (across.as === 'time' && !isNumeric(profile)) {
    const start = fromIso(value);
    const end = offset(start, across.step, 1);
    return [{ column: portion.across, from: isoDateTime(start), to: isoDateTime(end), narrows: true }];
  }
  if (across.as === 'cycle' && profile.type !== 'text' && profile.type !== 'integer')
    return [{ column: portion.across, cycle: across.cycle, place: Number(value), narrows: true }];
  if (across.as === 'bins') {
    const { start, width, count } = binsOf(profile, across.count);
    const [place] = places;
    // The outermost bins take what lies beyond them, as counting does.
    return [
      {
        column: portion.across,
        ...(place > 0 || count === 1 ? { from: place > 0 ? tidy(start + place * width) : start } : {}),
        ...(place < count - 1 ? { to: tidy(start + (place + 1) * width) } : {}),
        narrows: true,
      },
    ];
  }
  const within = new Set(places);
  const keys = [...new Set(one.keys.filter((_, i) => within.has(one.at[i])))];
  if (across.as === 'rows') return [{ column: portion.across, rows: keys.map(Number), narrows: true }];
  return [keysFilter(keys, { as: 'value', column: portion.across }, portion)];
}

function splitFilters(one: LaidPortion, splits: Splits, spec: ChartSpec): RowFilter[] {
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

/** The rows of one small copy of a scatter. */
function* filterOfCopy(
  whole: ChartSpec,
  panels: ByGroup,
  copy: string,
  { series }: PlacedPoint,
  sources: Sources,
): Asking<RowFilter> {
  const found = (yield* copiesOf(whole, panels, sources)).find(({ value }) => value === copy);
  if (!found) throw noSeries(series);
  return copyFilter(found, panels, sources);
}

/** The rows of one dot: those that hold both of its numbers; without `up`, all with its number across that hold the other one. */
function* behindDot(
  spec: ChartSpec,
  id: SeriesId | undefined,
  { across, series, up }: PlacedPoint,
  sources: Sources,
  more: readonly RowFilter[],
): Asking<Behind> {
  const layer = id ? spec.layers.find((one) => one.id === id.layer) : spec.layers[0];
  if (!layer || 'rows' in layer.amount) throw noSeries(series);
  const of = amountText(layer.amount);
  const [portion] = portionsOf({ ...spec, across: { as: 'group', column: spec.across.column } }, sources);
  const filters: RowFilter[] = [
    ...portion.filters,
    ...more,
    { column: spec.across.column, keep: [Number(across)], narrows: true },
    { column: spec.across.column, worked: of, ...(up === undefined ? {} : { is: up }), narrows: true },
    ...(id?.split !== undefined && spec.split ? [dotSplit(id.split, spec, sources)] : []),
  ];
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: spec.sheet,
    axes: [],
    measures: [{ want: 'rows' }, { want: 'sum', of }, { want: 'count', of }],
    filters,
  };
  const grain = yield* askGroups(query);
  const amount = rollerFor({ amount: { column: of }, summary: 'mean' }, query, grain)([0]);
  return { sheet: spec.sheet, layer, filters, amount };
}

/** The rows of one value that dots are split by; of a date, those of its day or its step. */
function dotSplit(text: string, { split, calendar }: ChartSpec, { columns }: Sources): RowFilter {
  const profile = column(columns, split?.column ?? '');
  const { key } = profile;
  if (text === BLANK || !split?.step || isNumeric(profile))
    return { column: key, keep: [typedValue(text, profile)], narrows: true };
  const { from, to } = stretchOf(text, split.step, calendar);
  return { column: key, from: isoDateTime(from), to: isoDateTime(to), narrows: true };
}
