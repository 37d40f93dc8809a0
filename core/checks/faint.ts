import { isLegible, isVisible } from '../layout';
import { upperFirst } from '../spec';
import type { CheckFinder } from './check';

/** Letters and marks whose colour is hardly told from the ground that their user chose (WCAG 2.2, 1.4.3 and 1.4.11). */
export const faint: CheckFinder = ({ spec, model }) => {
  const { ground, titleLetters, axisLetters } = spec.look ?? {};
  const letters = [
    ...(titleLetters?.color && !isLegible(titleLetters.color, ground) ? ['the title'] : []),
    ...(axisLetters?.color && !isLegible(axisLetters.color, ground) ? ['the words of the axes'] : []),
  ];
  const marks = ground
    ? model.series.filter(({ color }) => !isVisible(color, ground)).map(({ name }) => `“${name}”`)
    : [];
  const named = [...letters, ...marks.slice(0, 3), ...(marks.length > 3 ? [`${marks.length - 3} more series`] : [])];
  if (named.length === 0) return [];
  const list = named.length > 1 ? `${named.slice(0, -1).join(', ')} and ${named[named.length - 1]}` : named[0];
  return [
    {
      id: 'faint',
      level: 'note',
      message: `${upperFirst(list)} ${named.length > 1 ? 'are' : 'is'} hard to tell from the ground: choose another colour, or another ground.`,
      ...(ground && !titleLetters?.color && !axisLetters?.color
        ? { edit: { do: 'plainGround', with: [] } as const, changeWords: 'Take the light ground' }
        : {}),
    },
  ];
};
