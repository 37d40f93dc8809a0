import { counted } from '../spec';
import type { CheckFinder } from './check';

/** A fixed range that leaves values outside. */
export const cutOff: CheckFinder = ({ spec, model, frame }) =>
  (['left', 'right'] as const).flatMap((side) => {
    const scale = model.scales[side];
    const wish = spec.scales[side];
    if (!scale || wish?.fit !== 'fixed') return [];
    const [low, high] = scale.domain;
    const ids = new Set(model.series.filter((series) => series.side === side).map((series) => series.id));
    const values = frame.points
      ? frame.points.filter((point) => ids.has(point.series)).map((point) => point.y)
      : model.series.filter((series) => ids.has(series.id)).flatMap((series) => series.values);
    const outside = values.filter((value) => value !== null && (value < low || value > high)).length;
    if (outside === 0) return [];
    return [
      {
        id: 'cut-off' as const,
        level: 'warning' as const,
        message: `The fixed ${side} scale cuts off ${counted(outside, 'value')}.`,
        edit: { do: 'fitScale' as const, with: [side, 'zero'] as const },
        changeWords: 'Fit all values',
      },
    ];
  });
