import type { Locale } from '../calendar';
import type { Layer, Side } from '../spec';
import { alongPlaces } from './along-places';
import { columnBoxes, stackSpans, type ColumnBox, type ColumnModel } from './columns';
import { alongScale } from './log-range';
import { textWidth } from './measure';
import { DIVISOR, unitFor, withShare, writeNumber, writeValue, type NumberStyle } from './numbers';
import type { ModelSeries, Plot, ScaleModel, ValueLabel } from './model';
import { inksOn, wordOn } from './palette';

const SIZE = 12;
const HEIGHT = 14;
const AWAY = 9;
/** So far a value may reach over the plot's side, where the words of the scales begin. */
const EDGE = 4;
/** Beyond the end of lying bars nothing else is written. */
const BEYOND = 22;

/** What is drawn, as far as values are written on it. */
export interface Drawn extends ColumnModel {
  readonly plot: Plot;
  readonly banded: boolean;
  readonly locale?: Locale;
  /** Series whose values are written alike, where they are more than are drawn here: those of all small copies. */
  readonly alike?: readonly ModelSeries[];
  /** The colour that it stands on, where its user chose one. */
  readonly ground?: string;
}

/** A value that could be written: where it stands, and how important it is. */
interface Candidate extends ValueLabel {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly rank: number;
  /** It stands in its mark. */
  readonly within?: boolean;
}

/** The places at which one value may be written, at least one, the best one first. */
type Choices = readonly Candidate[];

/** Where on the drawing a value belongs. */
interface Spot {
  readonly at: number;
  readonly value: number;
  readonly x: number;
  readonly y: number;
  /** The mark itself, where the value stands inside it. */
  readonly inside?: { readonly width: number; readonly height: number };
  /** To which side of the spot it is written. */
  readonly to: 'up' | 'down' | 'right' | 'left';
  /** The column or bar at whose end it stands, where it may stand inside of it instead. */
  readonly box?: ColumnBox;
}

/**
 * The values that are written on the marks of the layers that wish it. None covers another or leaves the plot: the least
 * important give way. Highest and lowest come first, then first and last, then the rest from left to right. Parts of
 * stacks carry theirs inside, where it fits.
 */
export function valueLabels(drawn: Drawn, layers: readonly Layer[]): ValueLabel[] {
  const written = marksOf(drawn);
  const candidates = layers.flatMap((layer): Choices[] => {
    const own = drawn.series.filter((series) => series.layer === layer.id);
    const wished = (series: ModelSeries) => series.valued ?? layer.style?.values;
    return [
      ...own.flatMap((series) => {
        const values = wished(series);
        return values ? ofSeries(series, own, { ...layer, style: { ...layer.style, values } }, drawn, written) : [];
      }),
      ...(layer.style?.values ? totalsOf(own, layer, drawn, written).map((one) => [one]) : []),
    ];
  });
  const placed: Candidate[] = [];
  const { plot } = drawn;
  const columns = columnBoxes(drawn, plot).flatMap(({ boxes }) => boxes);
  const solid = new Set(drawn.series.filter(({ shape }) => shape === 'column' || shape === 'bar').map(({ id }) => id));
  // What stands beside a column covers no other one.
  const covers = (one: Candidate) =>
    solid.has(one.series) && !one.within && columns.some((column) => liesOn(one, column));
  const fits = (one: Candidate) =>
    one.left >= plot.left - EDGE &&
    one.left + one.width <= plot.left + plot.width + (drawn.lying ? BEYOND : EDGE) &&
    one.top >= plot.top - HEIGHT &&
    one.top + HEIGHT <= plot.top + plot.height &&
    !placed.some((other) => touches(one, other)) &&
    !covers(one);
  for (const choices of [...candidates].sort(([a], [b]) => a.rank - b.rank)) {
    const moved = choices.map((one) => movedIn(one, plot));
    // The few that matter most rise above what they would cover.
    const found = [...moved, ...(moved[0].rank <= 1 ? [clearOf(moved[0], columns, drawn.lying)] : [])].find(fits);
    if (found) placed.push(found);
  }
  return placed.map(({ x, y, text, anchor, series, color }) => ({
    x,
    y,
    text,
    anchor,
    series,
    ...(color === undefined ? {} : { color }),
  }));
}

/** A value over a point at the edge moves in from it, as far as it still stands over its point. */
function movedIn(one: Candidate, { left, width }: Plot): Candidate {
  if (one.anchor !== 'middle' || one.color !== undefined) return one;
  const wanted = Math.max(left - EDGE - one.left, 0) - Math.max(one.left + one.width - left - width - EDGE, 0);
  const by = Math.min(Math.max(wanted, -one.width / 2), one.width / 2);
  return by === 0 ? one : { ...one, x: one.x + by, left: one.left + by };
}

/** The words of a candidate, less the little that letters leave free around them, over a column. */
const liesOn = ({ left, top, width }: Candidate, column: ColumnBox) =>
  left + 2 < column.x + column.width &&
  column.x < left + width - 2 &&
  top + 2 < column.y + column.height &&
  column.y < top + HEIGHT - 2;

/** A value moved on in its direction until it covers none of the columns that stand beside its own. */
function clearOf(one: Candidate, columns: readonly ColumnBox[], lying: boolean): Candidate {
  const hit = columns.filter((column) =>
    lying
      ? one.top + 2 < column.y + column.height && column.y < one.top + HEIGHT - 2
      : one.left + 2 < column.x + column.width && column.x < one.left + one.width - 2,
  );
  if (lying && one.anchor === 'start') {
    const left = hit.reduce((most, { x, width }) => Math.max(most, x + width), one.left) + 5;
    return { ...one, x: left, left };
  }
  if (lying || one.within) return one;
  const y = hit.reduce((least, column) => Math.min(least, column.y), one.y + AWAY) - AWAY;
  return { ...one, y, top: y - HEIGHT / 2 };
}

const touches = (a: Candidate, b: Candidate) =>
  a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + HEIGHT && b.top < a.top + HEIGHT;

function ofSeries(
  series: ModelSeries,
  own: readonly ModelSeries[],
  layer: Layer,
  drawn: Drawn,
  written: MarkStyles,
): Choices[] {
  if (series.stack !== undefined && layer.style?.valuesOf === 'totals') return [];
  const spots = spotsOf(series, drawn);
  const wanted = chosen(spots, layer);
  return spots.flatMap((spot): Choices[] => {
    const rank = wanted.get(spot.at);
    if (rank === undefined) return [];
    const text = wordsOf(spot, series, own, layer, written[series.side], drawn.locale);
    const one = text && candidate(spot, text, series, rank);
    if (!one) return [];
    const { inside } = spot;
    if (inside) return inside.height >= HEIGHT && inside.width >= one.width ? [[one]] : [];
    return [[one, ...withinBox(spot, one, series, drawn.lying)]];
  });
}

/** The end of its own column or bar, for a value that finds no room beyond it. */
function withinBox(spot: Spot, one: Candidate, series: ModelSeries, lying: boolean): Candidate[] {
  const { box } = spot;
  if (!box || box.height < HEIGHT || box.width < one.width + (lying ? 4 : 0)) return [];
  const half = lying ? one.width / 2 + 2 : HEIGHT / 2 + 2;
  const x = lying ? (spot.to === 'left' ? box.x + half : box.x + box.width - half) : box.x + box.width / 2;
  const y = lying ? box.y + box.height / 2 : spot.to === 'down' ? box.y + box.height - half : box.y + half;
  return [candidate({ ...spot, x, y, inside: box }, one.text, series, one.rank)];
}

/** One value above each stack: what its parts come to. */
function totalsOf(own: readonly ModelSeries[], layer: Layer, drawn: Drawn, written: MarkStyles): Candidate[] {
  const [first] = own;
  const of = layer.style?.valuesOf ?? 'parts';
  if (first?.stack === undefined || first.share || of === 'parts') return [];
  const scale = drawn.scales[first.side];
  if (!scale) return [];
  const spots = drawn.across.values.flatMap((_, at): Spot[] => {
    const parts = own.flatMap(({ values }) => values[at] ?? []);
    if (parts.length === 0) return [];
    const up = parts.reduce((sum, value) => sum + Math.max(value, 0), 0);
    return [{ ...pointAt(at, up, scale, drawn), value: parts.reduce((sum, value) => sum + value, 0) }];
  });
  const wanted = chosen(spots, layer);
  const { locale } = drawn;
  const whole = spots.reduce((sum, { value }) => sum + value, 0);
  return spots.flatMap((spot) => {
    const rank = wanted.get(spot.at);
    if (rank === undefined) return [];
    const amount = onMark(spot.value, writeValue(spot.value, scale.unit, undefined, locale), written[first.side]) ?? '';
    return {
      ...candidate(spot, joined(amount, whole > 0 ? spot.value / whole : undefined, layer, locale), first, rank),
      color: inksOn(drawn.ground).ink,
    };
  });
}

/** The places whose values are wanted, each with its rank. */
function chosen(spots: readonly Spot[], { style }: Layer): ReadonlyMap<number, number> {
  if (spots.length === 0) return new Map();
  const high = spots.reduce((a, b) => (b.value > a.value ? b : a));
  const low = spots.reduce((a, b) => (b.value < a.value ? b : a));
  const [first, last] = [spots[0], spots[spots.length - 1]];
  return new Map(
    spots.flatMap((spot): [number, number][] => {
      const extreme = spot === high || spot === low;
      const end = spot === first || spot === last;
      if ((style?.values === 'ends' && !end) || (style?.values === 'extremes' && !extreme)) return [];
      return [[spot.at, extreme ? 0 : end ? 1 : 2 + spot.at]];
    }),
  );
}

/** Where the values of a series stand: in or at the end of its columns, above or below its points. */
function spotsOf(series: ModelSeries, drawn: Drawn): Spot[] {
  const scale = drawn.scales[series.side];
  if (!scale) return [];
  const within = (value: number) => {
    const along = alongScale(value, scale.domain, scale.kind);
    return along >= 0 && along <= 1;
  };
  if (series.shape === 'column' || series.shape === 'bar') {
    const boxes = columnBoxes(drawn, drawn.plot).find((one) => one.series.id === series.id)?.boxes ?? [];
    return boxes.flatMap((box): Spot[] => {
      const value = series.values[box.at] ?? 0;
      const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      if (series.stack !== undefined) return [{ at: box.at, value, ...middle, inside: box, to: 'up' }];
      if (!within(value)) return [];
      const below = value < 0;
      if (drawn.lying)
        return [
          { at: box.at, value, y: middle.y, x: below ? box.x : box.x + box.width, to: below ? 'left' : 'right', box },
        ];
      return [
        { at: box.at, value, x: middle.x, y: below ? box.y + box.height : box.y, to: below ? 'down' : 'up', box },
      ];
    });
  }
  const spans = series.stack === undefined ? undefined : stackSpans(drawn.series).get(series.id);
  const known = series.values.flatMap((value, at) => (value === null ? [] : [{ value, at }]));
  const lowest = known.reduce((least, { value }) => Math.min(least, value), Infinity);
  return known.flatMap(({ value, at }): Spot[] => {
    if (spans) {
      const [from, to] = spans[at];
      const [a, b] = [pointAt(at, from, scale, drawn), pointAt(at, to, scale, drawn)];
      const room = drawn.plot.width / Math.max(drawn.across.values.length, 1);
      return [{ ...a, value, y: (a.y + b.y) / 2, inside: { width: room, height: Math.abs(a.y - b.y) } }];
    }
    if (!within(value)) return [];
    const spot = pointAt(at, value, scale, drawn);
    return [
      { ...spot, value, to: drawn.lying ? spot.to : value === lowest && series.shape === 'line' ? 'down' : 'up' },
    ];
  });
}

function pointAt(at: number, value: number, scale: ScaleModel, { plot, lying, banded, across }: Drawn): Spot {
  const count = across.values.length;
  const share = alongPlaces(at, count, banded);
  const along = alongScale(value, scale.domain, scale.kind);
  return lying
    ? { at, value, x: plot.left + along * plot.width, y: plot.top + share * plot.height, to: 'right' }
    : { at, value, x: plot.left + share * plot.width, y: plot.top + (1 - along) * plot.height, to: 'up' };
}

function candidate(spot: Spot, text: string, series: ModelSeries, rank: number): Candidate {
  const width = textWidth(text, SIZE) + 4;
  const common = { text, series: series.id, width, rank };
  if (spot.inside)
    return {
      ...common,
      x: spot.x,
      y: spot.y,
      anchor: 'middle',
      left: spot.x - width / 2,
      top: spot.y - HEIGHT / 2,
      color: wordOn(series.color),
      within: true,
    };
  if (spot.to === 'right' || spot.to === 'left') {
    const right = spot.to === 'right';
    const x = spot.x + (right ? 5 : -5);
    return {
      ...common,
      x,
      y: spot.y,
      anchor: right ? 'start' : 'end',
      left: right ? x : x - width,
      top: spot.y - HEIGHT / 2,
    };
  }
  const y = spot.y + (spot.to === 'down' ? AWAY + 3 : -AWAY);
  return { ...common, x: spot.x, y, anchor: 'middle', left: spot.x - width / 2, top: y - HEIGHT / 2 };
}

/** A value as amount, as share of the whole, or both. */
function wordsOf(
  { at, value }: Spot,
  series: ModelSeries,
  own: readonly ModelSeries[],
  layer: Layer,
  written: NumberStyle | undefined,
  locale?: Locale,
): string | undefined {
  const amount = onMark(value, series.labels[at], written);
  if (amount === null) return undefined;
  const place = layer.style?.shareOf !== 'all' && own.length > 1;
  const together = place ? own.map(({ values }) => values[at]) : own.flatMap(({ values }) => values);
  const known = together.filter((one): one is number => one !== null);
  const whole = known.reduce((sum, one) => sum + one, 0);
  const shares = whole > 0 && known.every((one) => one >= 0);
  return joined(amount, shares ? value / whole : undefined, layer, locale);
}

function joined(amount: string, share: number | undefined, { style }: Layer, locale?: Locale): string {
  const as = style?.valuesAs ?? 'amount';
  if (as === 'amount' || share === undefined) return amount;
  const words = writeValue(share, '%', undefined, locale);
  return as === 'share' ? words : withShare(amount, words);
}

/** How the values of each scale are written on their marks; without a style they are written whole. */
type MarkStyles = Readonly<Partial<Record<Side, NumberStyle>>>;

/**
 * All values of a scale are written alike: in the units and with the decimals that its user chose for it, else as short as its
 * numbers, with three figures of the largest that matter.
 */
function marksOf({ scales, series, alike = series, locale }: Drawn): MarkStyles {
  const style = (side: Side): NumberStyle | undefined => {
    const scale = scales[side];
    if (!scale) return undefined;
    const { ticks, unit, numbers = {} } = scale;
    const largestTick = ticks.reduce((most, tick) => Math.max(most, Math.abs(tick)), 0);
    const counted = numbers.in ?? (unit === '%' ? 'ones' : unitFor(largestTick, locale));
    if (numbers.decimals === undefined && (counted === 'ones' || unit === '%')) return undefined;
    const size = sizesOf(alike.filter((one) => one.side === side));
    const most = size.largest / DIVISOR[counted];
    const short = most >= 100 ? 0 : most >= 10 ? 1 : 2;
    // Where small values stand beside large ones, they keep a figure that matters.
    const decimals = numbers.decimals ?? Math.min(size.smallest < size.largest / 20 ? short + 1 : short, 2);
    return { unit, in: counted, decimals, ...(locale ? { locale } : {}) };
  };
  const [left, right] = [style('left'), style('right')];
  return { ...(left ? { left } : {}), ...(right ? { right } : {}) };
}

/** The sizes of the largest value of some series and of the smallest that is not 0. */
function sizesOf(series: readonly ModelSeries[]) {
  let [largest, smallest] = [0, Infinity];
  for (const { values } of series)
    for (const value of values) {
      if (value === null || value === 0) continue;
      largest = Math.max(largest, Math.abs(value));
      smallest = Math.min(smallest, Math.abs(value));
    }
  return { largest, smallest };
}

const onMark = (value: number, whole: string | null, style: NumberStyle | undefined): string | null =>
  style && whole !== null ? writeNumber(value, style) : whole;
