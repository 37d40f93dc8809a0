import { inksOn, isLying, isBanded, type ChartModel } from '@/core/layout';
import { spotsIn } from './places';

/** The place that is read: a light band as wide as its columns, or a line with a ring on every line there. The library hands in where it is. */
export function PlaceCursor({ points, model }: { points?: readonly { x: number; y: number }[]; model: ChartModel }) {
  const [at] = points ?? [];
  if (!at) return null;
  const { plot } = model.size;
  const count = Math.max(model.across.values.length, 1);
  if (!isBanded(model.series, model)) {
    const place = count === 1 ? 0 : Math.round(((at.x - plot.left) / plot.width) * (count - 1));
    return (
      <g pointerEvents="none">
        <path d={`M${at.x},${plot.top}v${plot.height}`} stroke={inksOn(model.look?.ground).ink} strokeDasharray="2 4" />
        <Rings model={model} place={place} />
      </g>
    );
  }
  const band = (isLying(model) ? plot.height : plot.width) / count;
  const box = isLying(model)
    ? { x: plot.left, y: at.y - band / 2, width: plot.width, height: band }
    : { x: at.x - band / 2, y: plot.top, width: band, height: plot.height };
  return <rect {...box} fill="rgba(36, 48, 44, 0.06)" pointerEvents="none" />;
}

function Rings({ model, place }: { model: ChartModel; place: number }) {
  const spots = spotsIn(model, model.size.plot);
  return model.series.map(({ id, shape, side, stack, values, color }) => {
    const value = values[place];
    if (shape !== 'line' || stack !== undefined || value === null || value === undefined) return null;
    const { x, y } = spots(place, value, side);
    return <circle key={id} cx={x} cy={y} r={4.5} fill="#fffdf8" stroke={color} strokeWidth={2} />;
  });
}
