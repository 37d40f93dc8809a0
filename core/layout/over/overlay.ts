import type { Looked, TrendLine } from '../../looking';
import {
  amountName,
  amountUnit,
  columnsOf,
  layerUnit,
  type ChartSpec,
  type Layer,
  type Side,
  type Sources,
} from '../../spec';
import { SUMMARY_KINDS } from '../../inference';
import { writeRound } from '../numbers';
import { seriesColor } from '../palette';
import type { ChartModel, ModelReference, ModelRemark, ModelSeries, ModelTrend } from '../model';
import { findingWords } from './finding-words';
import { relationWords } from './relation-words';
import { equationWords, growthWords, kindWords, missWords } from './trend-words';

/** What is laid over the marks of a chart, with its words and looks. */
export interface Overlay {
  readonly trends: readonly ModelTrend[];
  readonly references: readonly ModelReference[];
  readonly remarks: readonly ModelRemark[];
  /** How many of the places at the end lie beyond the data. */
  readonly ahead: number;
}
export const NO_OVERLAY: Overlay = { trends: [], references: [], remarks: [], ahead: 0 };

type Beside = Pick<
  ChartModel,
  'trends' | 'references' | 'remarks' | 'relations' | 'findings' | 'view' | 'refused' | 'colorKeys'
>;

const DASHES = ['dashed', 'dotted', 'solid'] as const;
const REFERENCE_COLORS = ['#b8492a', '#4b3f7d', '#7a5c00', '#2a6f8f'] as const;

const unitFor = (layer: Layer, spec: ChartSpec, sources: Sources) =>
  spec.across.as === 'number' ? amountUnit(layer.amount, sources.columns) : layerUnit(layer, sources);

/** The words and looks of what was looked at. */
export function overlayOf(
  looked: Looked,
  values: readonly (string | number)[],
  labels: readonly string[],
  spec: ChartSpec,
  sources: Sources,
  series: readonly ModelSeries[],
): { over: Overlay; beside: Beside } {
  const layerOf = (id: string) => spec.layers.find((layer) => layer.id === id) ?? spec.layers[0];
  const unitOf = (one: ModelSeries) => (one.share ? '%' : unitFor(layerOf(one.layer), spec, sources));
  const trends = looked.trends.flatMap((line): ModelTrend[] => {
    const own = series.find(({ id }) => id === line.of);
    return own ? [modelTrend(line, own, looked, values, labels, spec, sources, series, unitOf(own))] : [];
  });
  const references = looked.references.map((one, i): ModelReference => {
    const wish = spec.references?.find(({ id }) => id === one.id);
    const nth = spec.references?.findIndex(({ id }) => id === one.id) ?? i;
    const unit = one.on === 'across' ? undefined : unitOnSide(one.on, spec, sources);
    return {
      id: one.id,
      on: one.on,
      value: one.value,
      ...(one.to === undefined ? {} : { to: one.to }),
      ...(one.at ? { at: one.at } : {}),
      label: referenceLabel(one, wish?.at, unit, labels, spec),
      color: wish?.style?.color ?? REFERENCE_COLORS[nth % REFERENCE_COLORS.length],
      dash: wish?.style?.dash ?? 'dotted',
      width: wish?.style?.width ?? 1.5,
    };
  });
  const remarks = looked.remarks.map((one, i): ModelRemark => ({ number: i + 1, ...one }));
  const findings = looked.findings.map((finding, i) => ({
    id: `f${i + 1}`,
    message: findingWords(finding, { spec, series, labels, unitOf }),
    ...(finding.at === undefined ? {} : { at: finding.at }),
    ...(finding.series === undefined ? {} : { series: finding.series }),
    weight: finding.weight,
  }));
  const colorKeys = looked.colorKeys.map((key) => colorWords(key, layerOf(key.layer), spec, sources));
  return {
    over: { trends, references, remarks, ahead: looked.ahead },
    beside: {
      ...(trends.length > 0 ? { trends } : {}),
      ...(references.length > 0 ? { references } : {}),
      ...(remarks.length > 0 ? { remarks } : {}),
      ...(looked.relations.length > 0
        ? { relations: looked.relations.map((one) => ({ ...one, message: relationWords(one, series, spec) })) }
        : {}),
      ...(findings.length > 0 ? { findings } : {}),
      ...(looked.view ? { view: looked.view } : {}),
      ...(looked.refused.length > 0 ? { refused: [...looked.refused] } : {}),
      ...(colorKeys.length > 0 ? { colorKeys } : {}),
    },
  };
}

function modelTrend(
  line: TrendLine,
  own: ModelSeries,
  { trends }: Looked,
  values: readonly (string | number)[],
  labels: readonly string[],
  spec: ChartSpec,
  sources: Sources,
  series: readonly ModelSeries[],
  unit: string | undefined,
): ModelTrend {
  const wish = spec.trends?.find(({ id }) => id === line.id);
  const nth = spec.trends?.findIndex(({ id }) => id === line.id) ?? 0;
  const several = trends.filter(({ id }) => id === line.id).length > 1;
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const name = wish?.name ?? kindWords(wish ?? { kind: line.kind }, step);
  const equation = equationWords(line, values, labels, spec, sources);
  const growth = growthWords(line, unit, spec);
  return {
    id: line.id,
    of: line.of,
    kind: line.kind,
    name: several ? `${name}, ${own.name}` : name,
    side: own.side,
    values: [...line.values],
    ...(line.curve ? { curve: [...line.curve] } : {}),
    ...(line.low ? { low: [...line.low] } : {}),
    ...(line.high ? { high: [...line.high] } : {}),
    ...(line.coefficients ? { coefficients: [...line.coefficients] } : {}),
    ...(equation ? { equation } : {}),
    ...(line.r2 === undefined ? {} : { r2: line.r2 }),
    error: line.error,
    n: line.n,
    ...(line.filled ? { filled: line.filled } : {}),
    misses: missWords(line.error, unit, spec),
    ...(growth ? { growth } : {}),
    ahead: wish?.ahead ?? 0,
    // A trend of each series has their colours; one trend beside another has its own.
    color:
      wish?.style?.color ??
      (several || series.length > 1 ? own.color : seriesColor(series.length + nth + 1, spec.look?.palette)),
    dash: wish?.style?.dash ?? DASHES[nth % DASHES.length],
    width: wish?.style?.width ?? 1.8,
  };
}

function unitOnSide(side: Side, spec: ChartSpec, sources: Sources): string | undefined {
  const layer = spec.layers.find((one) => one.side === side);
  return layer && unitFor(layer, spec, sources);
}

/** A name that its user gave, with the value that it stands at; of dates the name alone. */
function referenceLabel(
  one: Looked['references'][number],
  wish: unknown,
  unit: string | undefined,
  labels: readonly string[],
  spec: ChartSpec,
): string {
  if (one.name === undefined) return referenceWords(one, wish, unit, labels, spec);
  return one.on === 'across' ? one.name : `${one.name} ${referenceWords(one, undefined, unit, labels, spec)}`;
}

const FIGURE_WORDS = {
  mean: 'Average',
  median: 'Median',
  min: 'Lowest',
  max: 'Highest',
  first: 'First',
  last: 'Last',
} as const;

/** What a reference is called where its user did not say: "Average £28,300", "Needed" is up to them. */
function referenceWords(
  { on, value, to, at }: Looked['references'][number],
  wish: unknown,
  unit: string | undefined,
  labels: readonly string[],
  spec: ChartSpec,
): string {
  if (on === 'across') {
    if (at) {
      const [first, last] = [labels[at.from] ?? String(value), labels[at.to] ?? String(to)];
      return at.from === at.to ? first : `${first} to ${last}`;
    }
    return to === undefined ? String(value) : `${value} to ${to}`;
  }
  const write = (one: number | string) => writeRound(Number(Number(one).toPrecision(6)), unit, spec.look?.locale);
  const figure =
    typeof wish === 'object' && wish !== null && 'figure' in wish
      ? FIGURE_WORDS[(wish as { figure: keyof typeof FIGURE_WORDS }).figure]
      : '';
  const words = to === undefined ? write(value) : `${write(value)} to ${write(to)}`;
  return figure ? `${figure} ${words}` : words;
}

function colorWords(
  key: Looked['colorKeys'][number],
  layer: Layer,
  spec: ChartSpec,
  sources: Sources,
): NonNullable<ChartModel['colorKeys']>[number] {
  const colorBy = layer.style?.colorBy;
  const locale = spec.look?.locale;
  if (key.scale && colorBy && 'amount' in colorBy) {
    const by = { ...layer, amount: colorBy.amount, summary: colorBy.summary, then: undefined, name: undefined };
    const unit = layerUnit(by, sources);
    const name = `${SUMMARY_KINDS[colorBy.summary].before}${amountName(by, sources)}`;
    const write = (value: number) => writeRound(value, unit, locale);
    return {
      layer: layer.id,
      name,
      low: write(key.scale.low),
      high: write(key.scale.high),
      colors: [...key.scale.colors],
    };
  }
  const unit = layerUnit(layer, sources);
  const when = colorBy && 'when' in colorBy ? colorBy.when : [];
  return {
    layer: layer.id,
    when: when.map(({ is, than, color }) => {
      const other = typeof than === 'object' ? spec.layers.find(({ id }) => id === than.layer) : undefined;
      const words = other
        ? amountName({ ...other }, { ...sources, columns: columnsOf(other, sources) })
        : writeRound(Number(than), unit, locale);
      return { color, words: `${COMPARED[is]} ${words}` };
    }),
  };
}
const COMPARED = { above: 'above', below: 'below', 'at-least': 'at least', 'at-most': 'at most' } as const;
