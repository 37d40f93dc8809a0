import { momentWords, type Locale } from '../calendar';
import { isDated, isNumeric, SUMMARY_KINDS } from '../inference';
import type { Frame, FrameSeries } from '../shaping';
import {
  amountUnit,
  column,
  columnsOf,
  layerUnit,
  shownWords,
  SHAPE_KINDS,
  type ChartSpec,
  type Layer,
  type SeriesStyle,
  type Side,
  type Sources,
  layersByAge,
} from '../spec';
import { TRANSFORMS } from '../then';
import { SYMBOLS, type ModelSeries } from './model';
import { writeValue } from './numbers';
import { seriesColor } from './palette';

/** The series of a frame with their names, colours, marks and values in words. */
export function modelSeries(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  /** How many layers the whole chart has, where these are only some of them. */
  beside?: number,
  /** The colours of single places, by series id. */
  colors?: ReadonlyMap<string, readonly (string | null)[]>,
): ModelSeries[] {
  const likes = likesByAge(frame, spec);
  return frame.series.map((series) => {
    const i = likes.indexOf(series.like ?? series.id);
    const layer = layerOf(spec, series.layer);
    const scatter = spec.across.as === 'number';
    const write = valueWriter(layer, sources, scatter, spec.look?.locale);
    const own = styleOf(series, layer, spec);
    return {
      id: series.id,
      layer: series.layer,
      ...(series.split !== undefined ? { split: series.split } : {}),
      name: spec.text.series?.[series.id] ?? seriesName(series, layer, spec, sources, beside),
      shape: layer.shape,
      side: sideOf(series, layer, spec),
      ...(series.like === undefined ? {} : { like: series.like }),
      ...stackOf(layer, series, sideOf(series, layer, spec)),
      gaps: series.gaps,
      ...(series.joins === undefined ? {} : { joins: series.joins }),
      values: [...series.values],
      labels: series.values.map((value) => (value === null ? null : write(value))),
      color:
        ownColor(series.split, spec, sources) ??
        (likes.length === spec.layers.length ? layer.style?.color : undefined) ??
        seriesColor(colorPlace(series, i, frame, layer, likes), spec.look?.palette),
      ...(colors?.has(series.id) ? { colors: [...(colors.get(series.id) ?? [])] } : {}),
      ...dashOf(layer, own),
      ...(own.width === undefined ? {} : { width: own.width }),
      ...(layer.style?.curve === undefined ? {} : { curve: layer.style.curve }),
      ...(own.pointSize === undefined ? {} : { pointSize: own.pointSize }),
      ...(own.values === undefined ? {} : { valued: own.values }),
      ...(layer.style?.clear === undefined ? {} : { clear: layer.style.clear }),
      symbol: own.symbol ?? SYMBOLS[i % SYMBOLS.length],
      // Points of lines are round unless their user chose a symbol.
      ...(own.symbol ? { marker: own.symbol } : {}),
      points: own.points ?? (frame.facts.gaps === 'bridge' && frame.across.values.length <= 400),
    };
  });
}

/** The series that are alike in all small copies, those of the layer that was added first before others: a layer that is drawn further back keeps its colour. */
function likesByAge(frame: Frame, spec: ChartSpec): string[] {
  const age = new Map(layersByAge(spec).map(({ id }, i) => [id, i]));
  const aged = [...frame.series].sort((a, b) => (age.get(a.layer) ?? 0) - (age.get(b.layer) ?? 0));
  return [...new Set(aged.map(({ like, id }) => like ?? id))];
}

/** How a series looks: as its user chose for it alone, else as its layer does. */
function styleOf(series: FrameSeries, { style }: Layer, spec: ChartSpec): SeriesStyle {
  return { ...style, ...spec.series?.[series.like ?? series.id] } as SeriesStyle;
}

/** Stacked parts stay together; any other series may stand on a scale of its own. */
function sideOf(series: FrameSeries, layer: Layer, spec: ChartSpec): Side {
  const stacked = SHAPE_KINDS[layer.shape].stacks && layer.stack !== undefined && layer.stack !== 'none';
  return (stacked ? undefined : spec.series?.[series.like ?? series.id]?.side) ?? layer.side;
}

/** The words of a group, as its colour is kept by. */
export function groupWords(split: NonNullable<FrameSeries['split']> | null): string {
  return split === null ? '(blank)' : typeof split === 'boolean' ? (split ? 'Yes' : 'No') : String(split);
}

/** The colour that a group has in this chart, else in every chart of its sheet. */
const ownColor = (split: FrameSeries['split'], { look }: ChartSpec, { groupColors }: Sources) =>
  split === undefined ? undefined : (look?.colors?.[groupWords(split)] ?? groupColors?.[groupWords(split)]);

function layerOf(spec: ChartSpec, id: string): Layer {
  const found = spec.layers.find((layer) => layer.id === id);
  if (!found) throw new RangeError(`no layer ${id}`);
  return found;
}

/** The split's value, yes and no as words; with several layers the layer's name leads. */
function seriesName(series: FrameSeries, layer: Layer, spec: ChartSpec, sources: Sources, beside?: number): string {
  const several = spec.layers.length > 1 || (beside ?? 0) > 1;
  const own = shownWords(layer, spec, sources);
  if (series.split === undefined) return own;
  const { split } = series;
  const dated =
    spec.split && !spec.split.step && isDated(column(sources.columns, spec.split.column)) && typeof split === 'string';
  const value = dated ? momentWords(split, spec.look?.locale) : groupWords(split);
  return several ? `${own}, ${value}` : value;
}

/** How single values of a layer are written out: as many decimals as its cells have where it shows cells or their sums. */
function valueWriter(
  layer: Layer,
  sources: Sources,
  scatter: boolean,
  locale: Locale | undefined,
): (value: number) => string {
  const unit = scatter ? amountUnit(layer.amount, columnsOf(layer, sources)) : layerUnit(layer, sources);
  const counts = 'rows' in layer.amount || SUMMARY_KINDS[layer.summary].counts;
  const kept = !layer.then || TRANSFORMS[layer.then].keepsDecimals;
  if (counts && !scatter) return (value) => writeValue(value, unit, kept ? 0 : undefined, locale);
  const asWritten = scatter || (kept && SUMMARY_KINDS[layer.summary].keepsDecimals);
  const profile = 'column' in layer.amount ? column(columnsOf(layer, sources), layer.amount.column) : undefined;
  const decimals =
    asWritten && profile && isNumeric(profile)
      ? (profile.format.decimals ?? (profile.type === 'integer' ? 0 : undefined))
      : undefined;
  return (value) => writeValue(value, unit, decimals, locale);
}

/** Series of one layer that stand on each other; lines and dots never do. */
function stackOf(layer: Layer, { id, like }: FrameSeries, side: Side): Pick<ModelSeries, 'stack' | 'share'> {
  if (!SHAPE_KINDS[layer.shape].stacks || !layer.stack || layer.stack === 'none') return {};
  const copy = like === undefined ? '' : id.slice(0, id.length - like.length);
  return { stack: `${copy}${side}:${layer.id}`, ...(layer.stack === 'share' ? { share: true } : {}) };
}

/** A plan that carries on from the actual figures has their colour, dashed. */
function colorPlace(series: FrameSeries, i: number, frame: Frame, layer: Layer, likes: readonly string[]): number {
  const joined = frame.series.find(({ id }) => id === series.joins);
  return layer.fills !== undefined && joined ? likes.indexOf(joined.like ?? joined.id) : i;
}
function dashOf({ fills }: Layer, own: SeriesStyle): Pick<ModelSeries, 'dash'> {
  const dash = own.dash ?? (fills === undefined ? undefined : 'dashed');
  return dash ? { dash } : {};
}
