import type { ChartModel } from '@/core/layout';
import type { Side } from '@/core/spec';

export interface DrawingProps {
  model: ChartModel;
  /** A small picture: the marks alone, without axes and words. */
  small?: boolean;
  width: number;
  height: number;
}

/** The words of ticks on both scales. */
export const TICK_STYLE = { fontSize: 12, fill: '#5c615a' };

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

/** How the scale of a side stands beside the plot, `width` pixels wide; `undefined` where there is none. */
export function sideAxis(model: ChartModel, side: Side, small: boolean, width: number) {
  const scale = model.scales[side];
  return (
    scale && {
      yAxisId: side,
      orientation: side,
      type: 'number' as const,
      domain: scale.domain,
      ticks: scale.ticks,
      interval: 0 as const,
      hide: small,
      width: small ? 0 : width,
      tick: TICK_STYLE,
      tickFormatter: (value: number) => scale.labels[scale.ticks.indexOf(value)] ?? '',
      tickLine: false,
      axisLine: false,
      allowDataOverflow: cutsOff(model, side),
    }
  );
}
