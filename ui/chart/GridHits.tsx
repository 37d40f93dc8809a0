import { isLying, alongScale, type ChartModel } from '@/core/layout';
import type { ChartPart } from './part';

/** The grid lines of the amounts, a little wider than they are seen, so that they can be clicked. */
export function GridHits({ model, onPart }: { model: ChartModel; onPart: (part: ChartPart) => void }) {
  const { plot } = model.size;
  const scale = model.scales.left ?? model.scales.right;
  if (!scale || model.look?.grid === 'none' || model.look?.grid === 'places') return null;
  const d = scale.ticks
    .map((tick) => alongScale(tick, scale.domain, scale.kind))
    .map((share) =>
      isLying(model)
        ? `M${plot.left + share * plot.width},${plot.top}v${plot.height}`
        : `M${plot.left},${plot.top + (1 - share) * plot.height}h${plot.width}`,
    )
    .join('');
  return (
    <path
      className="grid-hits"
      d={d}
      stroke="transparent"
      strokeWidth={7}
      fill="none"
      pointerEvents="stroke"
      style={{ cursor: 'pointer' }}
      onClick={(event) => {
        event.stopPropagation();
        onPart({ is: 'grid' });
      }}
    />
  );
}
