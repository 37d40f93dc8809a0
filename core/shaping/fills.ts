import type { ChartSpec } from '../spec';
import type { Frame, FrameSeries } from './frame';

/**
 * Layers that are shown only where another has no value: a plan that carries on from the actual figures. Each series
 * joins the one it fills: the same split's, or where the filled layer has one series that one.
 */
export function applyFills(frame: Frame, spec: ChartSpec): Frame {
  return spec.layers.reduce(
    (now, layer) => (layer.fills === undefined ? now : fill(now, layer.id, layer.fills)),
    frame,
  );
}

function fill(frame: Frame, id: string, filled: string): Frame {
  const before = frame.series.filter((series) => series.layer === filled);
  return {
    ...frame,
    series: frame.series.map((series) => {
      if (series.layer !== id) return series;
      const partner = partnerOf(series, before);
      const over = partner ? [partner] : before;
      return {
        ...series,
        values: series.values.map((value, i) => (over.some((one) => one.values[i] !== null) ? null : value)),
        ...(partner ? { joins: partner.id } : {}),
      };
    }),
  };
}

function partnerOf(series: FrameSeries, before: readonly FrameSeries[]): FrameSeries | undefined {
  if (before.length === 1) return before[0];
  return before.find((one) => one.split !== undefined && one.split === series.split);
}
