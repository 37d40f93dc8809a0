import { inksOn, isLying, type ChartModel, type ScaleModel } from '@/core/layout';
import type { Side } from '@/core/spec';
import { tickStyle } from './letters';
import type { ChartPart } from './part';

export interface DrawingProps {
  model: ChartModel;
  /** A small picture: the marks alone, without axes and words. */
  small?: boolean;
  /** A small copy without room for the words of axes. */
  bare?: boolean;
  /** It is one of several small copies. */
  copy?: boolean;
  width: number;
  height: number;
  /** What clicking a place of the chart does; `at` is where, in pixels from the drawing's corner, `series` whose mark is there. */
  onPoint?: (place: number, at: { x: number; y: number }, series?: string) => void;
  /** What clicking a dot of a scatter does: its place among the model's points. */
  onDot?: (dot: number, at: { x: number; y: number }) => void;
  /** What clicking a part of the drawing does: "layer:l1" for a value that is written on a mark, "grid", "look" for the ground. */
  onPart?: (part: ChartPart) => void;
  /** The remark that is lit, by its number, and what lights one; what choosing its number does. */
  remarks?: RemarkLight;
}

export interface RemarkLight {
  readonly lit?: number;
  readonly onLight: (remark: number | undefined) => void;
  readonly onChoose: (remark: number) => void;
}

/** The room around the plot, in pixels. */
export function roomOf({ model, small, width, height }: DrawingProps) {
  if (small) return { left: 2, top: 4, right: 2, bottom: 2 };
  const { plot } = model.size;
  return {
    left: plot.left,
    top: plot.top,
    right: width - plot.left - plot.width,
    bottom: height - plot.top - plot.height,
  };
}

/** Base lines, and short strokes at the labels. */
export const axisLine = ({ look }: Pick<ChartModel, 'look'>) => ({ stroke: inksOn(look?.ground).rule });

/** Only a range that cuts values off clips them: a mark along the edge keeps its whole width. */
export function cutsOff(model: ChartModel, side: Side): boolean {
  const scale = model.scales[side];
  if (!scale) return false;
  const [low, high] = scale.domain;
  const outside = (value: number | null) => value !== null && (value < low || value > high);
  const here = model.series.filter((series) => series.side === side && !series.stack);
  const ids = new Set(here.map((series) => series.id));
  if (model.points) return model.points.some((point) => ids.has(point.series) && outside(point.y));
  return here.some((series) => series.values.some(outside));
}

/** The domain of a scale, and how it runs. */
export const scaleOf = ({ domain, kind }: ScaleModel) => ({
  domain,
  scale: kind === 'log' ? ('log' as const) : ('linear' as const),
});

/** What the axis of an amount's scale has in common, wherever it stands; `undefined` where there is none. */
function amountAxis(model: ChartModel, side: Side, small: boolean) {
  const scale = model.scales[side];
  return (
    scale && {
      type: 'number' as const,
      ...scaleOf(scale),
      ticks: scale.ticks,
      interval: 0 as const,
      hide: small,
      tick: tickStyle(model.look),
      tickFormatter: (value: number) => scale.labels[scale.ticks.indexOf(value)] ?? '',
      tickLine: model.look?.ticks ? axisLine(model) : false,
      axisLine: false,
      allowDataOverflow: cutsOff(model, side),
    }
  );
}

/** How the scale of a side stands beside the plot, `width` pixels wide. */
export function sideAxis(model: ChartModel, side: Side, small: boolean, width: number) {
  const axis = amountAxis(model, side, small);
  return axis && { ...axis, yAxisId: side, orientation: side, width: small ? 0 : width };
}

/** The scale of a side where the chart lies down: left along the bottom, right along the top. */
export function lyingAxis(model: ChartModel, side: Side, small: boolean, height: number) {
  const axis = amountAxis(model, side, small);
  const orientation = side === 'left' ? ('bottom' as const) : ('top' as const);
  return axis && { ...axis, xAxisId: side, orientation, height: small ? 0 : height };
}

/** Where in the drawing a click fell, in its own pixels however large it is shown. */
export function clickedAt(event: { currentTarget: EventTarget | null; clientX?: number; clientY?: number }): {
  x: number;
  y: number;
} {
  const shown = event.currentTarget as HTMLElement | null;
  const box = shown?.getBoundingClientRect();
  const scale = box && shown?.offsetWidth ? box.width / shown.offsetWidth : 1;
  return { x: ((event.clientX ?? 0) - (box?.left ?? 0)) / scale, y: ((event.clientY ?? 0) - (box?.top ?? 0)) / scale };
}

/** The place of a chart at a point of its drawing; nothing outside the plot. `banded` places are as wide as their columns. */
export function placeAt(model: ChartModel, at: { x: number; y: number }, banded: boolean): number | undefined {
  const { left, top, width, height } = model.size.plot;
  const count = model.across.values.length;
  const share = isLying(model) ? (at.y - top) / height : (at.x - left) / width;
  const aside = isLying(model) ? (at.x - left) / width : (at.y - top) / height;
  if (count === 0 || aside < 0 || aside > 1 || share < -0.02 || share > 1.02) return undefined;
  const place = banded || count === 1 ? Math.floor(share * count) : Math.round(share * (count - 1));
  return Math.min(Math.max(place, 0), count - 1);
}
