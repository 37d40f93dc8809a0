import { checkMarks, type Frame } from '../shaping';
import {
  drawnPart,
  isDrawn,
  layerUnit,
  layerWords,
  sentence,
  type ChartSpec,
  type Sources,
  SHAPE_KINDS,
} from '../spec';
import { acrossWords, lyingWords, tickSize, within, type AcrossWords } from './across-ticks';
import { spreadLabels } from './end-labels';
import { figureOf } from './figure';
import { formOf, isFigure } from './form';
import { alongScale } from './log-range';
import type { ChartModel, ModelSeries, Panel, Plot, Scroll, Slice } from './model';
import { lyingPlot, plotFor, type Size } from './plot';
import { gridOf, panelsOf } from './panels';
import { scalesOf } from './scales';
import { scrollFor } from './scroll';
import { modelSeries } from './series';
import { slicesOf, type PieWish } from './slices';
import { valueLabels } from './value-labels';
import { writeAcrossTitle, writeSubtitle, writeTitle } from './words';

export type { Size } from './plot';
export const DEFAULT_SIZE: Size = { width: 720, height: 400 };

const MOST_END_NAMES = 10;

/** From a frame to the drawing model, without its checks. @throws InvalidInput where more values would be drawn than a chart holds */
export function layout(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  whole: Size = DEFAULT_SIZE,
): Omit<ChartModel, 'checks'> {
  checkMarks(frame.series.reduce((sum, { values }) => sum + values.length, 0));
  if (spec.layers.every(isDrawn)) return laidOut(frame, spec, sources, whole);
  const read = { ...spec, layers: spec.layers.filter((layer) => !isDrawn(layer)) };
  return {
    ...laidOut(drawnFrame(frame, spec), drawnPart(spec), sources, whole),
    further: modelSeries(frameOf(frame, read), read, sources, spec.layers.length).map(
      ({ id, name, values, labels }) => {
        const texts = frame.series.find((one) => one.id === id)?.texts;
        return texts ? { name, values: [...texts], labels: [...texts] } : { name, values, labels };
      },
    ),
    sentence: sentence(spec, sources),
  };
}

/** A frame with the series that are drawn. */
export const drawnFrame = (frame: Frame, spec: ChartSpec): Frame =>
  spec.layers.every(isDrawn) ? frame : frameOf(frame, drawnPart(spec));

function frameOf(frame: Frame, { layers }: ChartSpec): Frame {
  const ids = new Set(layers.map(({ id }) => id));
  const series = frame.series.filter(({ layer }) => ids.has(layer));
  const kept = new Set(series.map(({ id }) => id));
  const panels = frame.panels
    ?.map((panel) => ({ ...panel, series: panel.series.filter((id) => kept.has(id)) }))
    .filter((panel) => panel.series.length > 0);
  const points = frame.points?.filter((point) => kept.has(point.series));
  return { ...frame, series, ...(panels ? { panels } : {}), ...(points ? { points } : {}) };
}

function laidOut(frame: Frame, spec: ChartSpec, sources: Sources, whole: Size): Omit<ChartModel, 'checks'> {
  const series = modelSeries(frame, spec, sources);
  const grid = frame.panels && gridOf(frame.panels.length, whole);
  const size = grid?.cell ?? whole;
  const figure = isFigure(spec, frame);
  const pie = (figure || spec.layers.some(({ shape }) => shape === 'pie')) && !frame.points;
  const lying = !pie && spec.layers.some(({ shape }) => shape === 'bar') && !frame.points;
  const scales = pie ? {} : scalesOf(frame, series, spec, sources, lying ? size.width : size.height, lying);
  const panels = grid ? panelsOf(frame, series, spec, sources, grid) : [];
  const acrossTitle = spec.text.across ?? writeAcrossTitle(spec, sources);
  const naming = wishedNaming(pie ? 'none' : frame.panels ? namingOfPanels(series) : namingOf(series, spec), spec);
  const arranged: Arranged = figure
    ? { plot: { left: 0, top: 0, ...size }, words: acrossWords(spec, frame, sources, size.width) }
    : pie
      ? pieDrawn(frame, spec, sources, size, series)
      : lying
        ? lyingDown(frame, spec, sources, size, scales, series)
        : upright(
            frame,
            spec,
            sources,
            size,
            widestOf(scales, panels),
            acrossTitle,
            series,
            naming === 'ends' ? series : [],
          );
  const bare = grid?.bare === true && !pie && !frame.points;
  const plot = bare ? { left: 1, top: 3, width: size.width - 2, height: size.height - 5 } : arranged.plot;
  const words = bare ? { ...arranged.words, ticks: [] } : arranged.words;
  const form = formOf(spec, frame);
  const valued = (own: readonly ModelSeries[], on: ChartModel['scales']) =>
    valueLabels(
      {
        series: [...own],
        scales: on,
        plot: arranged.scroll ? wholePlot(plot, arranged.scroll, frame, lying) : plot,
        lying,
        banded: isBanded(series, frame),
        locale: spec.look?.locale,
        across: { ...frame.across, values: [...frame.across.values] },
      },
      spec.layers,
    );
  const values =
    pie || bare || frame.points
      ? []
      : grid
        ? panels.flatMap((panel) =>
            valued(
              series.filter(({ id }) => panel.series.includes(id)),
              { ...scales, ...panel.scales },
            ),
          )
        : valued(series, scales);
  const named = naming === 'ends' ? nameEnds(series, scales, plot) : series;
  return {
    form,
    across: {
      kind: frame.across.kind,
      values: [...frame.across.values],
      labels: words.labels,
      title: acrossTitle,
      ticks: words.ticks,
      turned: words.turned,
      ...(words.angle === undefined ? {} : { angle: words.angle }),
      rests: [...frame.facts.rests],
      ...(frame.across.otherAt === undefined ? {} : { otherAt: frame.across.otherAt }),
    },
    series: named ?? series,
    ...(frame.points ? { points: [...frame.points] } : {}),
    ...(arranged.slices ? { slices: arranged.slices } : {}),
    ...(arranged.hole ? { hole: arranged.hole } : {}),
    ...(figure ? { figure: figureOf(frame, series[0], spec, sources) } : {}),
    ...(spec.look ? { look: spec.look } : {}),
    ...(lying ? { lying } : {}),
    ...(values.length > 0 ? { values } : {}),
    scales,
    ...(bare ? { bare } : {}),
    ...(arranged.scroll ? { scroll: arranged.scroll } : {}),
    ...(grid ? { panels: withSlices(panels, frame, series, pie, words.labels, size, pieWish(spec, sources)) } : {}),
    size: { ...whole, plot, ...(grid ? { cell: grid.cell } : {}) },
    naming: named || naming !== 'ends' ? naming : 'legend',
    title: spec.text.title ?? (form === 'number' ? layerWords(spec.layers[0], sources) : writeTitle(spec, sources)),
    subtitle: spec.text.subtitle ?? writeSubtitle(spec, frame),
    sentence: sentence(spec, sources),
  };
}

/** What the bar takes by which places are scrolled, in pixels. */
const SCROLL_ROOM = 14;

/** Where the plot stands, and the words along it. */
interface Arranged {
  readonly plot: Plot;
  readonly words: AcrossWords;
  readonly slices?: Slice[];
  readonly hole?: ChartModel['hole'];
  readonly scroll?: Scroll;
}

function pieDrawn(frame: Frame, spec: ChartSpec, sources: Sources, size: Size, series: readonly ModelSeries[]) {
  const words = acrossWords(spec, frame, sources, size.width);
  return { words, ...slicesOf(frame, series.at(0), words.labels, size, pieWish(spec, sources)) };
}

const pieWish = ({ layers: [layer], look }: ChartSpec, sources: Sources) => ({
  style: layer.style,
  unit: layerUnit(layer, sources),
  ...(look?.locale ? { locale: look.locale } : {}),
  ...(look?.colors ? { colors: look.colors } : {}),
});

/** Copies with scales of their own share the room that the widest numbers of any of them need. */
function widestOf(scales: ChartModel['scales'], panels: readonly Panel[]): ChartModel['scales'] {
  const own = panels.flatMap((panel) => panel.scales?.left ?? panel.scales?.right ?? []);
  if (own.length === 0 || !scales.left) return scales;
  return {
    ...scales,
    left: { ...scales.left, labels: [...scales.left.labels, ...own.flatMap(({ labels }) => labels)] },
  };
}

function upright(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  size: Size,
  scales: ChartModel['scales'],
  acrossTitle: string,
  series: readonly ModelSeries[],
  endNames: readonly ModelSeries[],
) {
  const letters = tickSize(spec.look);
  const first = plotFor(size, scales, acrossTitle, endNames, undefined, letters);
  const banded = isBanded(series, frame);
  const scroll = banded && !frame.panels ? scrollFor(spec, frame, series, first.width, false) : undefined;
  if (scroll) {
    const whole = wholePlot(first, scroll, frame, false).width;
    const words = acrossWords(spec, frame, sources, whole);
    const room = { ...size, height: size.height - SCROLL_ROOM };
    return { plot: plotFor(room, scales, acrossTitle, endNames, words, letters), words, scroll };
  }
  const words = acrossWords(spec, frame, sources, first.width);
  const plot = plotFor(size, scales, acrossTitle, endNames, words, letters);
  return { plot, words: within(words, plot, size.width, banded, letters) };
}

/** The plot as it would be if all places stood in it. */
function wholePlot(plot: Plot, { shown }: Scroll, { across }: Frame, lying: boolean): Plot {
  const times = across.values.length / shown;
  return lying ? { ...plot, height: plot.height * times } : { ...plot, width: plot.width * times };
}

function lyingDown(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  size: Size,
  scales: ChartModel['scales'],
  series: readonly ModelSeries[],
) {
  const { labels } = acrossWords(spec, frame, sources, size.height);
  const letters = tickSize(spec.look);
  const first = lyingPlot(size, scales, labels, letters);
  const scroll = frame.panels ? undefined : scrollFor(spec, frame, series, first.height, true);
  if (scroll) {
    const plot = lyingPlot({ ...size, width: size.width - SCROLL_ROOM }, scales, labels, letters);
    return { plot, words: lyingWords(labels, wholePlot(plot, scroll, frame, true), letters), scroll };
  }
  return { plot: first, words: lyingWords(labels, first, letters) };
}

/** Places are as wide as their columns; for lines alone they are points. */
export function isBanded(series: readonly Pick<ModelSeries, 'shape'>[], { across }: Pick<Frame, 'across'>): boolean {
  return series.some(({ shape }) => SHAPE_KINDS[shape].banded) || across.values.length === 1 || across.kind === 'group';
}

/** Series are named as their user wishes, else as it suits; a single one that wants no name gets none. */
function wishedNaming(suits: ChartModel['naming'], { look }: ChartSpec): ChartModel['naming'] {
  if (look?.legend === 'none') return 'none';
  return look?.legend === undefined || suits === 'none' ? suits : 'legend';
}

/** Small copies name their series once for all. */
function namingOfPanels(series: readonly ModelSeries[]): ChartModel['naming'] {
  return new Set(series.map(({ like, id }) => like ?? id)).size > 1 && series.some(({ like }) => like !== undefined)
    ? 'legend'
    : 'none';
}

/** A pie in each copy. */
function withSlices(
  panels: readonly Panel[],
  frame: Frame,
  series: readonly ModelSeries[],
  pie: boolean,
  labels: readonly string[],
  size: Size,
  wish: PieWish,
): Panel[] {
  return panels.map((panel) => {
    const own = pie ? series.find(({ id }) => panel.series.includes(id)) : undefined;
    return own ? { ...panel, slices: slicesOf(frame, own, labels, size, wish).slices } : panel;
  });
}

function namingOf(series: readonly ModelSeries[], spec: ChartSpec): ChartModel['naming'] {
  if (series.length <= 1) return 'none';
  const lines = series.every((one) => one.shape === 'line' && one.side === 'left');
  // A plan goes on where the actual line ends: there is no room for a name between them.
  if (series.some((one) => one.joins !== undefined)) return 'legend';
  return lines && spec.across.as !== 'group' && spec.across.as !== 'rows' && series.length <= MOST_END_NAMES
    ? 'ends'
    : 'legend';
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
