import { alongScale, type ChartModel } from '@/core/layout';

/** A thin line from every point of lines, areas and dots down to its place. */
export function PlumbLines({ model, banded }: { model: ChartModel; banded: boolean }) {
  const { plot } = model.size;
  const count = model.across.values.length;
  const path = model.series
    .filter(({ shape, stack }) => (shape === 'line' || shape === 'dot' || shape === 'area') && stack === undefined)
    .flatMap(({ values, side }) => {
      const scale = model.scales[side];
      if (!scale) return [];
      return values.flatMap((value, at) => {
        if (value === null) return [];
        const share = banded || count === 1 ? (at + 0.5) / count : at / (count - 1);
        const along = Math.min(Math.max(alongScale(value, scale.domain, scale.kind), 0), 1);
        return model.lying
          ? [`M${plot.left},${plot.top + share * plot.height}h${along * plot.width}`]
          : [`M${plot.left + share * plot.width},${plot.top + plot.height}v${-along * plot.height}`];
      });
    })
    .join('');
  return <path className="plumb" d={path} stroke="#8d8674" strokeWidth={0.8} strokeDasharray="1 3" fill="none" />;
}
