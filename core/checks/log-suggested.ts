import { SHAPE_KINDS } from '../spec';
import type { CheckFinder } from './check';

/** From so many tenfold steps on a logarithmic scale is suggested (common practice, no source). */
const DECADES = 3;

/** Positive values spread over several powers of ten: on an even scale all but the largest lie on the ground. */
export const logSuggested: CheckFinder = ({ model, frame }) =>
  (['left', 'right'] as const).flatMap((side) => {
    const scale = model.scales[side];
    if (!scale || scale.kind === 'log') return [];
    const here = model.series.filter((series) => series.side === side);
    if (here.length === 0 || here.some(({ shape, stack }) => SHAPE_KINDS[shape].solid || stack !== undefined))
      return [];
    const ids = new Set(here.map(({ id }) => id));
    const values = frame.points
      ? frame.points.filter((point) => ids.has(point.series)).map(({ y }) => y)
      : here.flatMap((series) => series.values.filter((value): value is number => value !== null));
    const low = values.reduce((least, value) => Math.min(least, value), Infinity);
    const high = values.reduce((most, value) => Math.max(most, value), -Infinity);
    if (!(low > 0) || high / low < 10 ** DECADES) return [];
    return [
      {
        id: 'log-suggested' as const,
        level: 'note' as const,
        message: `The ${side} values lie more than a thousandfold apart: on an even scale the small ones lie flat.`,
        edit: { do: 'useLog' as const, with: [side] as const },
        changeWords: 'Use a logarithmic scale',
      },
    ];
  });
