import { SHAPE_KINDS } from '../spec';
import type { CheckFinder } from './check';

/** A scale for amounts that does not begin at zero; for columns and areas a warning, since their length is read. */
export const notFromZero: CheckFinder = ({ spec, model }) => {
  if (spec.across.as === 'number') return [];
  return (['left', 'right'] as const).flatMap((side) => {
    const scale = model.scales[side];
    if (!scale || scale.kind === 'log' || (scale.domain[0] <= 0 && scale.domain[1] >= 0)) return [];
    const solid = spec.layers.some((layer) => layer.side === side && SHAPE_KINDS[layer.shape].solid);
    const start = scale.domain[0] > 0 ? scale.domain[0] : scale.domain[1];
    const words = scale.labels[scale.ticks.indexOf(start)] ?? String(start);
    return [
      {
        id: 'not-from-zero' as const,
        level: solid ? ('warning' as const) : ('note' as const),
        message: `The ${side} scale ${scale.domain[0] > 0 ? 'starts' : 'ends'} at ${words}, not at zero${solid ? ': the length of the columns misleads' : ''}.`,
        edit: { do: 'fitScale' as const, with: [side, 'zero'] as const },
        changeWords: 'Start at zero',
      },
    ];
  });
};
