import type { ChartModel } from '@/core/layout';

/** The place that is read: a light band as wide as its columns. The library hands in where it is. */
export function BandCursor({ points, model }: { points?: readonly { x: number; y: number }[]; model: ChartModel }) {
  const [at] = points ?? [];
  if (!at) return null;
  const { plot } = model.size;
  const count = Math.max(model.across.values.length, 1);
  const band = (model.lying ? plot.height : plot.width) / count;
  const box = model.lying
    ? { x: plot.left, y: at.y - band / 2, width: plot.width, height: band }
    : { x: at.x - band / 2, y: plot.top, width: band, height: plot.height };
  return <rect {...box} fill="rgba(36, 48, 44, 0.06)" pointerEvents="none" />;
}
