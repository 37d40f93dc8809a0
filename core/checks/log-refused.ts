import { counted } from '../spec';
import type { CheckFinder } from './check';

/** A logarithmic scale that cannot be: it has no zero, and columns begin at zero. */
export const logRefused: CheckFinder = ({ model }) =>
  (['left', 'right', 'across'] as const).flatMap((side) => {
    const refused = model.scales[side]?.refusedLog;
    if (!refused) return [];
    const why =
      refused.below > 0
        ? `a logarithmic scale has no place for zero or less, and ${counted(refused.below, 'value')} ${refused.below === 1 ? 'is' : 'are'}`
        : 'columns and areas begin at zero, which a logarithmic scale does not have';
    return [
      {
        id: 'form-unsuited' as const,
        level: 'warning' as const,
        message: `The ${side === 'across' ? 'scale across' : `${side} scale`} is drawn evenly: ${why}.`,
        edit: { do: 'keepEven' as const, with: [side] as const },
        changeWords: 'Keep it even',
      },
    ];
  });
