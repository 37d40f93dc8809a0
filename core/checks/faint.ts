import { isLegible, isVisible } from '../layout';
import { andWords, upperFirst } from '../spec';
import type { CheckFinder } from './check';

/** Letters and marks whose colour is hardly told from the ground that their user chose (WCAG 2.2, 1.4.3 and 1.4.11). */
export const faint: CheckFinder = ({ spec, model }) => {
  const { ground, titleLetters, axisLetters } = spec.look ?? {};
  const letters = [
    ...(titleLetters?.color && !isLegible(titleLetters.color, ground) ? ['the title'] : []),
    ...(axisLetters?.color && !isLegible(axisLetters.color, ground) ? ['the words of the axes'] : []),
  ];
  const pale = ground ? model.series.filter(({ color }) => !isVisible(color, ground)) : [];
  // Series of small copies have one name in all of them.
  const marks = [...new Set(pale.map(({ name }) => `“${name}”`))];
  const named = [...letters, ...marks.slice(0, 3), ...(marks.length > 3 ? [`${marks.length - 3} more series`] : [])];
  if (named.length === 0) return [];
  return [
    {
      id: 'faint',
      level: 'note',
      message: `${upperFirst(andWords(named))} ${named.length > 1 ? 'are' : 'is'} hard to tell from the ground: choose another colour, or another ground.`,
      ...(ground && !titleLetters?.color && !axisLetters?.color
        ? { edit: { do: 'plainGround', with: [] } as const, changeWords: 'Take the light ground' }
        : {}),
    },
  ];
};
