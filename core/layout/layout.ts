import type { Frame } from '../shaping';
import { sentence, type ChartSpec, type Sources } from '../spec';
import { acrossWords, lyingWords, type AcrossWords } from './across-ticks';
import { spreadLabels } from './end-labels';
import { formOf } from './form';
import { alongScale } from './log-range';
import type { ChartModel, ModelSeries, Plot, Slice } from './model';
import { lyingPlot, plotFor, type Size } from './plot';
import { scalesOf } from './scales';
import { modelSeries } from './series';
import { slicesOf } from './slices';
import { writeAcrossTitle, writeSubtitle, writeTitle } from './words';

export type { Size } from './plot';
export const DEFAULT_SIZE: Size = { width: 720, height: 400 };

const MOST_END_NAMES = 10;

/** Frame, spec and size to the drawing model, without its checks. */
export function layout(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  size: Size = DEFAULT_SIZE,
): Omit<ChartModel, 'checks'> {
  const series = modelSeries(frame, spec, sources);
  const pie = spec.layers.some(({ shape }) => shape === 'pie') && !frame.points;
  const lying = !pie && spec.layers.some(({ shape }) => shape === 'bar') && !frame.points;
  const scales = pie ? {} : scalesOf(frame, series, spec, sources, lying ? size.width : size.height, lying);
  const acrossTitle = spec.text.across ?? writeAcrossTitle(spec, sources);
  const naming = pie ? 'none' : namingOf(series, spec);
  const arranged: Arranged = pie
    ? pieDrawn(frame, spec, sources, size, series)
    : lying
      ? lyingDown(frame, spec, sources, size, scales)
      : upright(frame, spec, sources, size, scales, acrossTitle, naming === 'ends' ? series : []);
  const { plot, words } = arranged;
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
      ...(frame.across.otherAt === undefined ? {} : { otherAt: frame.across.otherAt }),
    },
    series: named ?? series,
    ...(frame.points ? { points: [...frame.points] } : {}),
    ...(arranged.slices ? { slices: arranged.slices } : {}),
    ...(lying ? { lying } : {}),
    scales,
    size: { ...size, plot },
    naming: named ? naming : 'legend',
    title: spec.text.title ?? writeTitle(spec, sources),
    subtitle: spec.text.subtitle ?? writeSubtitle(spec, frame),
    sentence: sentence(spec, sources),
  };
}

/** Where the plot stands, and the words along it. */
interface Arranged {
  readonly plot: Plot;
  readonly words: AcrossWords;
  readonly slices?: Slice[];
}

function pieDrawn(frame: Frame, spec: ChartSpec, sources: Sources, size: Size, series: readonly ModelSeries[]) {
  const words = acrossWords(spec, frame, sources, size.width);
  return { words, ...slicesOf(frame, series[0], words.labels, size) };
}

function upright(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  size: Size,
  scales: ChartModel['scales'],
  acrossTitle: string,
  endNames: readonly ModelSeries[],
) {
  const first = plotFor(size, scales, acrossTitle, endNames, undefined);
  const words = acrossWords(spec, frame, sources, first.width);
  return { plot: plotFor(size, scales, acrossTitle, endNames, words), words };
}

function lyingDown(frame: Frame, spec: ChartSpec, sources: Sources, size: Size, scales: ChartModel['scales']) {
  const { labels } = acrossWords(spec, frame, sources, size.height);
  const plot = lyingPlot(size, scales, labels);
  return { plot, words: lyingWords(labels, plot) };
}

function namingOf(series: readonly ModelSeries[], spec: ChartSpec): ChartModel['naming'] {
  if (series.length <= 1) return 'none';
  const lines = series.every((one) => one.shape === 'line' && one.side === 'left');
  // A plan goes on where the actual line ends: there is no room for a name between them.
  if (series.some((one) => one.joins !== undefined)) return 'legend';
  return lines && spec.across.as !== 'group' && series.length <= MOST_END_NAMES ? 'ends' : 'legend';
}

/** Names at the lines' ends, spread so that none covers another; `undefined` where there is no room. */
function nameEnds(series: readonly ModelSeries[], scales: ChartModel['scales'], plot: Plot): ModelSeries[] | undefined {
  const { left } = scales;
  if (!left) return undefined;
  const ends = series.map((one) => {
    const last = [...one.values].reverse().find((value) => value !== null) ?? left.domain[0];
    return plot.top + plot.height * (1 - alongScale(last, left.domain, left.kind));
  });
  const placed = spreadLabels(ends, plot.top + 6, plot.top + plot.height - 2);
  return placed && series.map((one, i) => ({ ...one, endLabel: { y: placed[i] } }));
}
