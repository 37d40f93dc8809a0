import { slicesIn } from '../layout';
import type { Shape } from '../spec';
import type { CheckFinder } from './check';

/** A pie has few slices: about six (common practice, no source). */
const MOST_SLICES = 6;

/** More slices than can be told apart, and what a pie cannot show. */
export const slices: CheckFinder = ({ spec, model }) => {
  if (!spec.layers.some(({ shape }) => shape === 'pie')) return [];
  const { across } = spec;
  const drawn = (shape: Shape) => ({
    do: 'setShape' as const,
    with: [spec.layers.map(({ id }) => id), shape] as const,
  });
  const count = slicesIn(model).length;
  const [first] = model.series;
  const below = first?.values.filter((value) => value !== null && value < 0).length ?? 0;
  return [
    ...(count > MOST_SLICES
      ? [
          across.as === 'group' && across.keep === undefined
            ? {
                id: 'too-many-slices' as const,
                level: 'warning' as const,
                message: `${count} slices are too many to compare: about ${MOST_SLICES} can be told apart.`,
                edit: { do: 'keepGroups' as const, with: [MOST_SLICES - 1] as const },
                changeWords: `Keep the first ${MOST_SLICES - 1}`,
              }
            : {
                id: 'too-many-slices' as const,
                level: 'warning' as const,
                message: `${count} slices are too many to compare: about ${MOST_SLICES} can be told apart.`,
                edit: drawn('bar'),
                changeWords: 'Use bars',
              },
        ]
      : []),
    ...(below > 0
      ? [
          {
            id: 'form-unsuited' as const,
            level: 'warning' as const,
            message: `A pie has no place for values below zero: ${below} ${below === 1 ? 'is' : 'are'} not drawn.`,
            edit: drawn('bar'),
            changeWords: 'Use bars',
          },
        ]
      : []),
    ...(model.series.length > 1
      ? [
          {
            id: 'form-unsuited' as const,
            level: 'warning' as const,
            message: `A pie shows one series: only ${first.name} is drawn.`,
            edit: drawn('column'),
            changeWords: 'Use columns',
          },
        ]
      : []),
    ...(across.as === 'time' || across.as === 'cycle'
      ? [
          {
            id: 'form-unsuited' as const,
            level: 'note' as const,
            message: 'A pie hides how it goes over time.',
            edit: drawn('line'),
            changeWords: 'Use a line',
          },
        ]
      : []),
  ];
};
