import { isLying, type ChartModel } from '@/core/layout';
import { spotsIn } from './places';

/** A thin line from every point of lines, areas and dots down to its place. */
export function PlumbLines({ model }: { model: ChartModel }) {
  const { plot } = model.size;
  const spots = spotsIn(model, plot);
  const path = model.series
    .filter(({ shape, stack }) => (shape === 'line' || shape === 'dot' || shape === 'area') && stack === undefined)
    .flatMap(({ values, side }) =>
      values.flatMap((value, at) => {
        if (value === null) return [];
        const { x, y } = spots(at, value, side);
        return isLying(model) ? [`M${plot.left},${y}H${x}`] : [`M${x},${plot.top + plot.height}V${y}`];
      }),
    )
    .join('');
  return <path className="plumb" d={path} stroke="#8d8674" strokeWidth={0.8} strokeDasharray="1 3" fill="none" />;
}
