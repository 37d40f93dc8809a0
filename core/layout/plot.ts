import { LEANING, LEANS, TICK_SIZE, type AcrossWords } from './across-ticks';
import { textWidth, widestText } from './measure';
import type { ChartModel, ModelSeries, Plot, ScaleModel } from './model';

const NAME_SIZE = 13;
/** A plot that is less high shows nothing, in pixels; its words go first (families/upright.ts). */
const LEAST_HEIGHT = 24;
/** The most of the width that group names beside lying bars may take. */
const NAMES_SHARE = 0.38;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Room for tick labels left and right, names at the ends, titles above and words below. */
export function plotFor(
  { width, height }: Size,
  scales: ChartModel['scales'],
  acrossTitle: string,
  endNames: readonly ModelSeries[],
  words: AcrossWords | undefined,
  /** How large the words of the axes are. */
  letters = TICK_SIZE,
): Plot {
  const labelRoom = (scale: ScaleModel | undefined) =>
    scale ? Math.ceil(Math.max(0, ...scale.labels.map((label) => textWidth(label, letters)))) + 12 : 0;
  const ends =
    endNames.length > 0
      ? Math.min(
          Math.ceil(Math.max(...endNames.map((series) => textWidth(series.name, NAME_SIZE)))) + 26,
          Math.round(width * 0.26),
        )
      : 0;
  const left = Math.max(labelRoom(scales.left), 16);
  const right = Math.max(labelRoom(scales.right), ends, 22);
  const titled = [scales.left, scales.right].some((scale) => scale && scale.title !== '' && !scale.untitled);
  const more = letters - TICK_SIZE;
  const top = titled ? 30 + more : 12;
  const longest = words?.turned
    ? Math.max(...words.ticks.map((tick) => Math.min(textWidth(tick.label, letters), LEANING)))
    : 0;
  const steepness = Math.sin(((words?.angle ?? LEANS) * -Math.PI) / 180);
  const below = words?.turned
    ? Math.ceil(longest * steepness) + 20 + more
    : words?.ticks.some((tick) => tick.under)
      ? 42 + 2 * more
      : 26 + more;
  const bottom = below + (acrossTitle ? 20 + more : 0);
  return {
    left,
    top,
    width: Math.max(width - left - right, 40),
    height: Math.max(height - top - bottom, LEAST_HEIGHT),
  };
}

/** Room for the names of groups on the left, and numbers above and below, where the chart lies down. */
export function lyingPlot(
  { width, height }: Size,
  scales: ChartModel['scales'],
  labels: readonly string[],
  letters = TICK_SIZE,
): Plot {
  const more = letters - TICK_SIZE;
  const widest = widestText(labels, letters);
  const left = Math.max(Math.min(Math.ceil(widest) + 14, Math.round(width * NAMES_SHARE)), 24);
  const top = scales.right ? 52 + 2 * more : 30 + more;
  return { left, top, width: Math.max(width - left - 26, 40), height: Math.max(height - top - 48 - 2 * more, 40) };
}
