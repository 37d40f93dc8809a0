import type { Locale } from '../calendar';
import type { Frame } from '../shaping';
import {
  amountUnit,
  applyEdit,
  column,
  layerUnit,
  SHAPE_KINDS,
  type ChartSpec,
  type Scale,
  type Side,
  type Sources,
} from '../spec';
import type { ChartModel, ModelSeries, ScaleModel } from './model';
import { logRangeFor } from './log-range';
import { tickStyle, unitFor, writeNumber } from './numbers';
import { apart, type Pair } from './headroom';
import { rangeFor, spanOf, type Range } from './range';
import { NO_OVERLAY, type Overlay } from './over/overlay';
import { rangeMatching, sharedRanges } from './shared-grid';
import { writeScaleTitle } from './words';

/** A chart as its scales are drawn: those that were to be logarithmic and cannot be are even. */
export function asDrawn(spec: ChartSpec, scales: ChartModel['scales']): ChartSpec {
  const refused = (['left', 'right', 'across'] as const).filter((side) => scales[side]?.refusedLog);
  return refused.reduce((now, side) => applyEdit(now, { do: 'keepEven', with: [side] }), spec);
}

/** Pixels that one step of a scale wants: up a side, and along the bottom. */
const TICK_ROOM = 54;
/** From this height on three steps have room, however small the copy. */
const LEAST_OF_THREE = 130;
const LYING_ROOM = 84;

/** The scales in use: left and right for amounts, across for a scatter. `length` is the room along them, in pixels. */
export function scalesOf(
  frame: Frame,
  series: readonly ModelSeries[],
  spec: ChartSpec,
  sources: Sources,
  length: number,
  lying: boolean,
  over: Overlay = NO_OVERLAY,
): ChartModel['scales'] {
  const most = Math.max(length >= LEAST_OF_THREE ? 3 : 2, Math.floor((length - 60) / (lying ? LYING_ROOM : TICK_ROOM)));
  const locale = spec.look?.locale;
  const shared = sharedOf(frame, series, spec, most, over);
  const side = (name: Side): ScaleModel | undefined => {
    const on = new Set(series.filter((one) => one.side === name).map((one) => one.layer));
    // A scale that no series stands on yet is that of its layers.
    const layers = spec.layers.filter((layer) => (series.length > 0 ? on.has(layer.id) : layer.side === name));
    if (layers.length === 0) return undefined;
    const values = valuesOn(name, frame, series, over, spec);
    const units = new Set(
      layers.map((layer) =>
        spec.across.as === 'number' ? amountUnit(layer.amount, sources.columns) : layerUnit(layer, sources),
      ),
    );
    const shares = series.filter((one) => one.side === name).some((one) => one.share);
    const unit = shares ? '%' : units.size === 1 ? [...units][0] : undefined;
    const scale = (name === 'left' ? spec.scales.left : spec.scales.right) ?? { fit: 'zero' as const };
    const fromZero = layers.some(({ shape }) => SHAPE_KINDS[shape].solid);
    const title = spec.text[name] ?? writeScaleTitle(spec, sources, name);
    return scaleModel(values, scale, { unit, title, locale }, scale.steps ?? most, fromZero, shared?.[name]);
  };
  const left = side('left');
  const right = side('right');
  const across =
    spec.across.as === 'number'
      ? scaleModel(
          [...(frame.points ?? []).map((point) => point.x), ...acrossOf(over)],
          spec.scales.across ?? { fit: 'close' },
          { unit: column(sources.columns, spec.across.column).unit, title: '', locale },
          9,
        )
      : undefined;
  return { ...(left ? { left } : {}), ...(right ? { right } : {}), ...(across ? { across } : {}) };
}

/** Both scales of a chart, where they are even: with one range, with zeros at one height, or with grid lines in common. */
function sharedOf(
  frame: Frame,
  series: readonly ModelSeries[],
  spec: ChartSpec,
  most: number,
  over: Overlay,
): Readonly<Record<Side, Range>> | undefined {
  const { left, right } = spec.scales;
  if (!right) return undefined;
  const [onLeft, onRight] = [valuesOn('left', frame, series, over, spec), valuesOn('right', frame, series, over, spec)];
  const even = (scale: Scale | undefined, values: readonly number[]) =>
    scale !== undefined && scale.kind !== 'log' && values.length > 0;
  if (!even(left, onLeft) || !even(right, onRight)) return undefined;
  const span = (values: readonly number[], scale: Scale) => {
    const [low, high] = spanOf(values, scale);
    return { low, high };
  };
  const steps = left.steps ?? right.steps ?? most;
  if (right.same) {
    const both = rangeFor([...onLeft, ...onRight], left, steps);
    return { left: both, right: both };
  }
  if (left.fit === 'fixed' || right.fit === 'fixed') return right.matchZero ? zerosMatched() : undefined;
  const [low, high] = [span(onLeft, left), span(onRight, right)];
  const ranges = apart(alone(series), (headroom) =>
    sharedRanges({ ...low, high: low.high + headroom * (low.high - low.low) }, high, steps, right.matchZero ?? false),
  );
  return ranges && { left: ranges[0], right: ranges[1] };

  /** One scale stays as its user fixed it, the other follows. */
  function zerosMatched() {
    const fixedLeft = left.fit === 'fixed';
    const first = fixedLeft ? rangeFor(onLeft, left, steps) : rangeFor(onRight, right as Scale, steps);
    const second = rangeMatching(first, span(fixedLeft ? onRight : onLeft, { fit: 'zero' }));
    if (!second) return undefined;
    return fixedLeft ? { left: first, right: second } : { left: second, right: first };
  }
}

/** The values of the one series on each scale, where there is just one on each. */
function alone(series: readonly ModelSeries[]): Pair | undefined {
  const [left, right] = (['left', 'right'] as const).map((side) => series.filter((one) => one.side === side));
  return left.length === 1 && right.length === 1 ? [left[0].values, right[0].values] : undefined;
}

function scaleModel(
  values: readonly number[],
  scale: Scale,
  { unit, title, locale }: { unit?: string; title: string; locale?: Locale },
  most: number,
  fromZero = false,
  shared?: Range,
): ScaleModel {
  const wished = scale.kind === 'log';
  const fixed = scale.fit === 'fixed' && scale.min !== undefined && scale.max !== undefined;
  const below = values.filter((value) => value <= 0).length + (fixed && (scale.min ?? 0) <= 0 ? 1 : 0);
  const log = wished && below === 0 && !fromZero && values.length > 0;
  const range = log
    ? logRangeFor(values, most, fixed ? [scale.min ?? 1, scale.max ?? 10] : undefined)
    : (shared ?? rangeFor(values, scale, most));
  const style = tickStyle(range.ticks, range.step, unit, scale.numbers, locale);
  return {
    domain: [range.domain[0], range.domain[1]],
    ticks: [...range.ticks],
    labels: range.ticks.map((tick) => (log ? writeLogTick(tick, unit, scale, locale) : writeNumber(tick, style))),
    title: log ? logTitle(title) : title,
    ...(unit ? { unit } : {}),
    ...(scale.numbers ? { numbers: scale.numbers } : {}),
    kind: log ? 'log' : 'linear',
    ...(wished && !log && values.length > 0 ? { refusedLog: { below } } : {}),
  };
}

/** A scale that is not even says so beside its numbers. */
const logTitle = (title: string) => (title === '' ? 'logarithmic' : `${title}, logarithmic`);

/** Each tick of a logarithmic scale is counted in its own unit: 100, 1k, 10k, 1M. */
function writeLogTick(tick: number, unit: string | undefined, scale: Scale, locale?: Locale): string {
  const counted = tick >= 1e3 ? unitFor(Math.max(tick, 1e4), locale) : 'ones';
  return writeNumber(tick, tickStyle([tick], tick, unit, { in: counted, ...scale.numbers }, locale));
}

/** Every height that a scale has to hold: values, for stacks the sums at each place, and what is laid over them. */
function valuesOn(side: Side, frame: Frame, series: readonly ModelSeries[], over: Overlay, spec: ChartSpec): number[] {
  const here = series.filter((one) => one.side === side);
  const ids = new Set(here.map((one) => one.id));
  const above = heightsOver(side, ids, over, spec.scales[side]?.kind === 'log');
  if (frame.points) return [...frame.points.filter((point) => ids.has(point.series)).map((point) => point.y), ...above];
  if (here.some((one) => one.share)) return [0, 1];
  const plain = here
    .filter((one) => !one.stack)
    .flatMap((one) => one.values.filter((value): value is number => value !== null));
  const stacks = [...new Set(here.flatMap((one) => (one.stack ? [one.stack] : [])))];
  return [...plain, ...stacks.flatMap((stack) => stackHeights(here.filter((one) => one.stack === stack))), ...above];
}

/** The heights of trends with their bands, and of references on a side; a logarithmic scale has none of nought and below. */
function heightsOver(side: Side, ids: ReadonlySet<string>, { trends, references }: Overlay, log: boolean): number[] {
  const lines = trends
    .filter(({ of }) => ids.has(of))
    .flatMap(({ values, curve = [], low = [], high = [] }) => [...values, ...low, ...high, ...curve.map(({ y }) => y)]);
  const levels = references.filter(({ on }) => on === side).flatMap(({ value, to }) => [value, to]);
  return [...lines, ...levels].filter(
    (one): one is number => typeof one === 'number' && Number.isFinite(one) && (!log || one > 0),
  );
}

/** The numbers across at which references of a scatter stand. */
const acrossOf = ({ references }: Overlay): number[] =>
  references
    .filter(({ on }) => on === 'across')
    .flatMap(({ value, to }) => [value, to])
    .filter((one): one is number => typeof one === 'number');

function stackHeights(stacked: readonly ModelSeries[]): number[] {
  return stacked[0].values.flatMap((_, i) => {
    const values = stacked.map((one) => one.values[i] ?? 0);
    return [
      values.reduce((sum, value) => sum + Math.max(value, 0), 0),
      values.reduce((sum, value) => sum + Math.min(value, 0), 0),
    ];
  });
}
