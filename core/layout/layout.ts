import { checkMarks, type Frame } from '../shaping';
import { drawnPart, isDrawn, layerWords, sentence, type ChartSpec, type Sources } from '../spec';
import { drawnOf, slicesOfCopy, type Drawn, type Given } from './families';
import { formOf } from './form';
import { hasScales, type ChartModel, type Drawing, type ModelSeries, type Panel } from './model';
import { gridOf, panelsOf } from './panels';
import type { Size } from './plot';
import { modelSeries } from './series';
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
  const acrossTitle = spec.text.across ?? writeAcrossTitle(spec, sources);
  const wished = wishedNaming(frame.panels ? namingOfPanels(series) : namingOf(series, spec), spec);
  const given: Given = { frame, spec, sources, series, acrossTitle, naming: wished, size: whole };
  const { drawn, drawing, panels, cell } = frame.panels ? inCells(given) : inOne(given);
  const naming = hasScales({ drawing }) ? wished : 'none';
  const { words, values } = drawn;
  const form = formOf(spec, frame);
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
    series: drawn.named ?? series,
    ...(frame.points ? { points: [...frame.points] } : {}),
    drawing,
    ...(spec.look ? { look: spec.look } : {}),
    ...(values.length > 0 ? { values } : {}),
    scales: drawn.scales,
    ...(panels ? { panels } : {}),
    size: { ...whole, plot: drawn.plot, ...(cell ? { cell } : {}) },
    naming: drawn.named || naming !== 'ends' ? naming : 'legend',
    title: spec.text.title ?? (form === 'number' ? layerWords(spec.layers[0], sources) : writeTitle(spec, sources)),
    subtitle: spec.text.subtitle ?? writeSubtitle(spec, frame),
    sentence: sentence(spec, sources),
  };
}

interface Arranged {
  readonly drawn: Drawn;
  readonly drawing: Drawing;
  readonly panels?: Panel[];
  readonly cell?: Size;
}

function inOne(given: Given): Arranged {
  const drawn = drawnOf(given);
  return { drawn, drawing: drawn.drawing };
}

/** Small copies: one layout for all of their cells. Cells too small for words hold marks alone. */
function inCells(given: Given): Arranged {
  const { frame, spec, sources, series } = given;
  const grid = gridOf(frame.panels?.length ?? 0, given.size);
  const panels = panelsOf(frame, series, spec, sources, grid);
  const inCell = { ...given, size: grid.cell, copies: panels };
  const drawn = drawnOf(inCell);
  const { drawing: each, words } = drawn;
  const bare = grid.bare === true && each.is === 'plot';
  const plot = bare ? { left: 1, top: 3, width: grid.cell.width - 2, height: grid.cell.height - 5 } : drawn.plot;
  return {
    drawn: { ...drawn, plot, ...(bare ? { words: { ...words, ticks: [] }, values: [] } : {}) },
    drawing: { is: 'panels', each, bare },
    panels:
      each.is === 'pie'
        ? panels.map((panel) => ({ ...panel, slices: slicesOfCopy(inCell, panel.series, words.labels) }))
        : panels,
    cell: grid.cell,
  };
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

function namingOf(series: readonly ModelSeries[], spec: ChartSpec): ChartModel['naming'] {
  if (series.length <= 1) return 'none';
  const lines = series.every((one) => one.shape === 'line' && one.side === 'left');
  // A plan goes on where the actual line ends: there is no room for a name between them.
  if (series.some((one) => one.joins !== undefined)) return 'legend';
  return lines && spec.across.as !== 'group' && spec.across.as !== 'rows' && series.length <= MOST_END_NAMES
    ? 'ends'
    : 'legend';
}
