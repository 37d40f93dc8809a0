import { lookAt } from '../looking';
import { checkMarks, type Frame } from '../shaping';
import { asDrawn } from './scales';
import { drawnPart, isDrawn, layerWords, sentence, type ChartSpec, type Sources } from '../spec';
import type { Given } from './families';
import { acrossWords } from './across-ticks';
import { formOf } from './form';
import type { ChartModel, ModelSeries } from './model';
import { overlayOf } from './over/overlay';
import type { Size } from './plot';
import { modelSeries } from './series';
import { placedIn } from './stretch';
import { wholeOf } from './whole/whole';
import { writeAcrossTitle, writeTitle } from './words';

export type { Size } from './plot';
export const DEFAULT_SIZE: Size = { width: 720, height: 400 };
/** The room for a chart, in pixels: for the drawing alone, or for the whole picture with title, legend, remarks and note. */
export interface Room extends Size {
  readonly whole?: boolean;
  /** The picture is one of many on a board: its words are smaller. */
  readonly tile?: boolean;
}
/** A picture where nobody says how large. */
export const DEFAULT_PICTURE: Size = { width: 900, height: 560 };

const MOST_END_NAMES = 10;

/** From a frame to the drawing model, without its checks. @throws InvalidInput where more values would be drawn than a chart holds */
export function layout(
  frame: Frame,
  spec: ChartSpec,
  sources: Sources,
  room: Room = DEFAULT_SIZE,
): Omit<ChartModel, 'checks'> {
  const lay = layingOf(frame, spec, sources);
  const size = { width: room.width, height: room.height };
  const model = room.whole ? wholeOf(lay, size, { note: spec.text.note, tile: room.tile }) : lay(size);
  const drawn = asDrawn(spec, model.scales);
  return drawn === spec ? model : { ...model, sentence: sentence(drawn, sources) };
}

/** What lays a chart out in rooms of any size; what does not depend on the room is found once. */
function layingOf(frame: Frame, spec: ChartSpec, sources: Sources): (whole: Size) => Omit<ChartModel, 'checks'> {
  checkMarks(frame.series.reduce((sum, { values }) => sum + values.length, 0));
  if (spec.layers.every(isDrawn)) return laying(frame, spec, sources);
  const read = { ...spec, layers: spec.layers.filter((layer) => !isDrawn(layer)) };
  const drawn = laying(drawnFrame(frame, spec), drawnPart(spec), sources);
  const beside = {
    further: modelSeries(frameOf(frame, read), read, sources, spec.layers.length).map(
      ({ id, name, values, labels }) => {
        const texts = frame.series.find((one) => one.id === id)?.texts;
        return texts ? { name, values: [...texts], labels: [...texts] } : { name, values, labels };
      },
    ),
    sentence: sentence(spec, sources),
  };
  return (whole) => ({ ...drawn(whole), ...beside });
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

function laying(given: Frame, spec: ChartSpec, sources: Sources): (whole: Size) => Omit<ChartModel, 'checks'> {
  const looked = lookAt(given, spec, sources);
  return (whole) => laidOut(looked, spec, sources, whole);
}

function laidOut(
  { frame, looked }: ReturnType<typeof lookAt>,
  spec: ChartSpec,
  sources: Sources,
  whole: Size,
): Omit<ChartModel, 'checks'> {
  const series = modelSeries(frame, spec, sources, undefined, looked.colors);
  const acrossTitle = spec.text.across ?? writeAcrossTitle(spec, sources);
  const naming = wishedNaming(frame.panels ? namingOfPanels(series) : namingOf(series, spec), spec);
  const { labels } = acrossWords(spec, frame, sources, whole.width);
  const { over, beside } = overlayOf(looked, frame.across.values, labels, spec, sources, series);
  const room: Given = { frame, spec, sources, series, acrossTitle, naming, size: whole, over };
  const form = formOf(spec, frame);
  const model: Omit<ChartModel, 'checks'> = {
    form,
    across: {
      kind: frame.across.kind,
      values: [...frame.across.values],
      labels,
      title: acrossTitle,
      ticks: [],
      turned: false,
      rests: [...frame.facts.rests],
      ...(frame.across.otherAt === undefined ? {} : { otherAt: frame.across.otherAt }),
      ...(looked.ahead > 0 ? { ahead: looked.ahead } : {}),
    },
    series,
    ...(frame.points ? { points: [...frame.points] } : {}),
    drawing: { is: 'scatter' },
    ...(spec.look ? { look: spec.look } : {}),
    scales: {},
    size: { ...whole, plot: { left: 0, top: 0, width: 0, height: 0 } },
    naming,
    title: spec.text.title ?? (form === 'number' ? layerWords(spec.layers[0], sources) : writeTitle(spec, sources)),
    sentence: sentence(spec, sources),
    ...beside,
  };
  return placedIn(model, room, looked.view);
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
