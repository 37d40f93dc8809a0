import { SHAPE_KINDS } from '../spec';
import type { CheckFinder } from './check';

/** From so many tenfold steps on a logarithmic scale is suggested (common practice, no source). */
const DECADES = 3;

/**
 * Positive values spread over several powers of ten: on an even scale all but the largest lie on the ground. Columns,
 * which begin at zero, become dots with it; stacks and parts of a whole stay.
 */
export const logSuggested: CheckFinder = ({ model, frame, spec }) => [
  ...(['left', 'right'] as const).flatMap((side) => {
    const scale = model.scales[side];
    if (!scale || scale.kind === 'log') return [];
    const here = model.series.filter((series) => series.side === side);
    if (here.length === 0 || here.some(({ stack }) => stack !== undefined)) return [];
    const solid = here.some(({ shape }) => SHAPE_KINDS[shape].solid);
    const ids = new Set(here.map(({ id }) => id));
    const values = frame.points
      ? frame.points.filter((point) => ids.has(point.series)).map(({ y }) => y)
      : here.flatMap((series) => series.values.filter((value): value is number => value !== null));
    if (!isFarApart(values)) return [];
    return [
      {
        id: 'log-suggested' as const,
        level: 'note' as const,
        message: `The ${side} values lie more than a thousandfold apart: on an even scale the small ones lie flat.`,
        edit: solid
          ? { do: 'useLogDots' as const, with: [side] as const }
          : { do: 'useLog' as const, with: [side] as const },
        changeWords: solid ? 'Use dots on a logarithmic scale' : 'Use a logarithmic scale',
      },
    ];
  }),
  ...(spec.across.as === 'number' &&
  frame.points &&
  model.scales.across?.kind !== 'log' &&
  isFarApart(frame.points.map(({ x }) => x))
    ? [
        {
          id: 'log-suggested' as const,
          level: 'note' as const,
          message:
            'The values across lie more than a thousandfold apart: on an even scale the small ones stand in a heap.',
          edit: { do: 'useLog' as const, with: ['across'] as const },
          changeWords: 'Use a logarithmic scale across',
        },
      ]
    : []),
];

function isFarApart(values: readonly number[]): boolean {
  const low = values.reduce((least, value) => Math.min(least, value), Infinity);
  const high = values.reduce((most, value) => Math.max(most, value), -Infinity);
  return low > 0 && high / low >= 10 ** DECADES;
}
