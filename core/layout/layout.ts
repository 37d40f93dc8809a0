import { isNumeric } from '../inference';
import type { Frame, FrameSeries } from '../shaping';
import {
  amountName,
  amountUnit,
  column,
  columnsOf,
  layerUnit,
  layerWords,
  sentence,
  type ChartSpec,
  type Layer,
  type Side,
  type Sources,
} from '../spec';
import { acrossWords, LEANING, TICK_SIZE, type AcrossWords } from './across-ticks';
import { stepLabel } from './dates';
import { spreadLabels } from './end-labels';
import { formOf } from './form';
import { textWidth } from './measure';
import { SYMBOLS, type ChartModel, type ModelSeries, type Plot, type ScaleModel } from './model';
import { tickStyle, writeNumber, writeValue } from './numbers';
import { seriesColor } from './palette';
import { rangeFor } from './range';
import { writeAcrossTitle, writeScaleTitle, writeSubtitle, writeTitle } from './words';

export interface Size {
  readonly width: number;
  readonly height: number;
}
export const DEFAULT_SIZE: Size = { width: 720, height: 400 };

const NAME_SIZE = 13;
const MOST_END_NAMES = 10;
/** Pixels that one step of a scale wants. */
const TICK_ROOM = 54;

/** Frame, spec and size to the drawing model, without its checks. */
export function layout(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  size: Size = DEFAULT_SIZE,
): Omit<ChartModel, 'checks'> {
  const series = modelSeries(frame, spec, sources);
  const scales = scalesOf(frame, series, spec, sources, size.height);
  const acrossTitle = spec.text.across ?? writeAcrossTitle(spec, sources);
  const naming = namingOf(series, spec);
  const first = plotFor(size, scales, acrossTitle, naming === 'ends' ? series : [], undefined);
  const words = acrossWords(spec, frame, sources, first.width);
  const plot = plotFor(size, scales, acrossTitle, naming === 'ends' ? series : [], words);
  const named = naming === 'ends' ? nameEnds(series, scales, plot) : series;
  return {
    form: formOf(spec),
    across: {
      kind: frame.across.kind,
      values: [...frame.across.values],
      labels: words.labels,
      title: acrossTitle,
      ticks: words.ticks,
      turned: words.turned,
      rests: [...frame.facts.rests],
    },
    series: named ?? series,
    ...(frame.points ? { points: [...frame.points] } : {}),
    scales,
    size: { ...size, plot },
    naming: named ? naming : 'legend',
    title: spec.text.title ?? writeTitle(spec, sources),
    subtitle: spec.text.subtitle ?? writeSubtitle(spec, frame),
    sentence: sentence(spec, sources),
  };
}

function modelSeries(frame: Frame, spec: ChartSpec, sources: Sources): ModelSeries[] {
  return frame.series.map((series, i) => {
    const layer = layerOf(spec, series.layer);
    const scatter = spec.across.as === 'number';
    const write = valueWriter(layer, sources, scatter);
    return {
      id: series.id,
      layer: series.layer,
      ...(series.split !== undefined ? { split: series.split } : {}),
      name: spec.text.series?.[series.id] ?? seriesName(series, layer, spec, sources),
      shape: layer.shape,
      side: layer.side,
      ...(layer.stack === 'stacked' ? { stack: `${layer.side}:${layer.id}` } : {}),
      gaps: series.gaps,
      ...(series.joins === undefined ? {} : { joins: series.joins }),
      values: [...series.values],
      labels: series.values.map((value) => (value === null ? null : write(value))),
      color: (frame.series.length === spec.layers.length ? layer.style?.color : undefined) ?? seriesColor(i),
      ...(layer.style?.dash ? { dash: layer.style.dash } : {}),
      symbol: SYMBOLS[i % SYMBOLS.length],
      points: layer.style?.points ?? (frame.facts.gaps === 'bridge' && frame.across.values.length <= 400),
    };
  });
}

function layerOf(spec: ChartSpec, id: string): Layer {
  const found = spec.layers.find((layer) => layer.id === id);
  if (!found) throw new RangeError(`no layer ${id}`);
  return found;
}

/** The split's value, yes and no as words; with several layers the layer's name leads. */
function seriesName(series: FrameSeries, layer: Layer, spec: ChartSpec, sources: Sources): string {
  const several = spec.layers.length > 1;
  const own = layerWords(layer, sources);
  if (series.split === undefined) return spec.across.as === 'number' ? amountName(layer, sources) : own;
  const { split } = series;
  const dated =
    spec.split &&
    column(sources.columns, spec.split.column).type === 'date' &&
    !spec.split.step &&
    typeof split === 'string' &&
    /^\d{4}-\d\d-\d\d$/.test(split);
  const value =
    split === null
      ? '(blank)'
      : typeof split === 'boolean'
        ? split
          ? 'Yes'
          : 'No'
        : dated
          ? stepLabel(split, 'day').replace(/^\w+ /, '')
          : String(split);
  return several ? `${own}, ${value}` : value;
}

/** How single values of a layer are written out: as many decimals as its cells have where it shows cells or their sums. */
function valueWriter(layer: Layer, sources: Sources, scatter: boolean): (value: number) => string {
  const unit = scatter ? amountUnit(layer.amount, columnsOf(layer, sources)) : layerUnit(layer, sources);
  const counts = 'rows' in layer.amount || layer.summary === 'count' || layer.summary === 'distinct';
  const kept = !layer.then || layer.then === 'running' || layer.then === 'change';
  if (counts && !scatter) return (value) => writeValue(value, unit, kept ? 0 : undefined);
  const asWritten = scatter || (kept && ['sum', 'min', 'max', 'first', 'last'].includes(layer.summary));
  const profile = 'column' in layer.amount ? column(columnsOf(layer, sources), layer.amount.column) : undefined;
  const decimals =
    asWritten && profile && isNumeric(profile)
      ? (profile.format.decimals ?? (profile.type === 'integer' ? 0 : undefined))
      : undefined;
  return (value) => writeValue(value, unit, decimals);
}

function scalesOf(
  frame: Frame,
  series: readonly ModelSeries[],
  spec: ChartSpec,
  sources: Sources,
  height: number,
): ChartModel['scales'] {
  const most = Math.max(2, Math.floor((height - 60) / TICK_ROOM));
  const side = (name: Side): ScaleModel | undefined => {
    const layers = spec.layers.filter((layer) => layer.side === name);
    if (layers.length === 0) return undefined;
    const values = valuesOn(name, frame, series);
    const units = new Set(
      layers.map((layer) =>
        spec.across.as === 'number' ? amountUnit(layer.amount, sources.columns) : layerUnit(layer, sources),
      ),
    );
    const unit = units.size === 1 ? [...units][0] : undefined;
    const scale = (name === 'left' ? spec.scales.left : spec.scales.right) ?? { fit: 'zero' as const };
    return scaleModel(values, scale, unit, spec.text[name] ?? writeScaleTitle(spec, sources, name), most);
  };
  const left = side('left');
  const right = side('right');
  const across =
    spec.across.as === 'number'
      ? scaleModel(
          (frame.points ?? []).map((point) => point.x),
          spec.scales.across ?? { fit: 'close' },
          column(sources.columns, spec.across.column).unit,
          '',
          9,
        )
      : undefined;
  return { ...(left ? { left } : {}), ...(right ? { right } : {}), ...(across ? { across } : {}) };
}

function scaleModel(
  values: readonly number[],
  scale: ChartSpec['scales']['left'],
  unit: string | undefined,
  title: string,
  most: number,
): ScaleModel {
  const range = rangeFor(values, scale, most);
  const style = tickStyle(range.ticks, range.step, unit, scale.numbers);
  return {
    domain: [range.domain[0], range.domain[1]],
    ticks: [...range.ticks],
    labels: range.ticks.map((tick) => writeNumber(tick, style)),
    title,
    ...(unit ? { unit } : {}),
    kind: 'linear',
  };
}

/** Every height that a scale has to hold: values, and for stacks the sums at each place. */
function valuesOn(side: Side, frame: Frame, series: readonly ModelSeries[]): number[] {
  const ids = new Set(series.filter((one) => one.side === side).map((one) => one.id));
  if (frame.points) return frame.points.filter((point) => ids.has(point.series)).map((point) => point.y);
  const here = series.filter((one) => one.side === side);
  const plain = here
    .filter((one) => !one.stack)
    .flatMap((one) => one.values.filter((value): value is number => value !== null));
  const stacks = [...new Set(here.flatMap((one) => (one.stack ? [one.stack] : [])))];
  return [...plain, ...stacks.flatMap((stack) => stackHeights(here.filter((one) => one.stack === stack)))];
}

function stackHeights(stacked: readonly ModelSeries[]): number[] {
  return stacked[0].values.flatMap((_, i) => {
    const values = stacked.map((one) => one.values[i] ?? 0);
    return [
      values.reduce((sum, value) => sum + Math.max(value, 0), 0),
      values.reduce((sum, value) => sum + Math.min(value, 0), 0),
    ];
  });
}

function namingOf(series: readonly ModelSeries[], spec: ChartSpec): ChartModel['naming'] {
  if (series.length <= 1) return 'none';
  const lines = series.every((one) => one.shape === 'line' && one.side === 'left');
  return lines && spec.across.as !== 'group' && series.length <= MOST_END_NAMES ? 'ends' : 'legend';
}

/** Room for tick labels left and right, names at the ends, titles above and words below. */
function plotFor(
  { width, height }: Size,
  scales: ChartModel['scales'],
  acrossTitle: string,
  endNames: readonly ModelSeries[],
  words: AcrossWords | undefined,
): Plot {
  const labelRoom = (scale: ScaleModel | undefined) =>
    scale ? Math.ceil(Math.max(0, ...scale.labels.map((label) => textWidth(label, TICK_SIZE)))) + 12 : 0;
  const ends =
    endNames.length > 0
      ? Math.min(
          Math.ceil(Math.max(...endNames.map((series) => textWidth(series.name, NAME_SIZE)))) + 14,
          Math.round(width * 0.26),
        )
      : 0;
  const left = Math.max(labelRoom(scales.left), 16);
  const right = Math.max(labelRoom(scales.right), ends, 22);
  const titled = [scales.left, scales.right].some((scale) => scale && scale.title !== '');
  const top = titled ? 30 : 12;
  const longest = words?.turned
    ? Math.max(...words.ticks.map((tick) => Math.min(textWidth(tick.label, TICK_SIZE), LEANING)))
    : 0;
  const below = words?.turned ? Math.ceil(longest * 0.64) + 20 : words?.ticks.some((tick) => tick.under) ? 42 : 26;
  const bottom = below + (acrossTitle ? 20 : 0);
  return { left, top, width: Math.max(width - left - right, 40), height: Math.max(height - top - bottom, 40) };
}

/** Names at the lines' ends, spread so that none covers another; `undefined` where there is no room. */
function nameEnds(series: readonly ModelSeries[], scales: ChartModel['scales'], plot: Plot): ModelSeries[] | undefined {
  const { left } = scales;
  if (!left) return undefined;
  const [low, high] = left.domain;
  const ends = series.map((one) => {
    const last = [...one.values].reverse().find((value) => value !== null) ?? low;
    return plot.top + plot.height * (1 - (last - low) / (high - low));
  });
  const placed = spreadLabels(ends, plot.top + 6, plot.top + plot.height - 2);
  return placed && series.map((one, i) => ({ ...one, endLabel: { y: placed[i] } }));
}
