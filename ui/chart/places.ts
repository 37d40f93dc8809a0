import { isLying, alongPlaces, alongScale, isBanded, type ChartModel, type Plot } from '@/core/layout';
import type { Side } from '@/core/spec';

/** Where a value at a place stands on the screen. */
export type Spots = (at: number, value: number, side: Side) => { x: number; y: number };

export function spotsIn(model: ChartModel, plot: Plot): Spots {
  const count = model.across.values.length;
  const banded = isBanded(model.series, model);
  return (at, value, side) => {
    const scale = model.scales[side];
    const share = alongPlaces(at, count, banded);
    const along = scale ? alongScale(value, scale.domain, scale.kind) : 0;
    return isLying(model)
      ? { x: plot.left + along * plot.width, y: plot.top + share * plot.height }
      : { x: plot.left + share * plot.width, y: plot.top + (1 - along) * plot.height };
  };
}
