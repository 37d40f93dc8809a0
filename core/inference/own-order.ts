import { rangeOrder } from './ranges';

/** Words that are steps of one scale, lowest first (common practice, no source), in the languages that are read. */
const LADDERS: readonly (readonly string[])[] = [
  ['xxs', 'xs', 's', 'm', 'l', 'xl', 'xxl', 'xxxl', 'xxxxl'],
  ['extra small', 'very small', 'tiny', 'small', 'medium', 'large', 'very large', 'extra large', 'huge'],
  ['none', 'very low', 'low', 'medium', 'middle', 'moderate', 'high', 'very high'],
  ['very poor', 'poor', 'fair', 'average', 'good', 'very good', 'excellent'],
  ['never', 'rarely', 'seldom', 'sometimes', 'often', 'usually', 'always'],
  ['strongly disagree', 'disagree', 'neutral', 'neither agree nor disagree', 'agree', 'strongly agree'],
  ['very dissatisfied', 'dissatisfied', 'neutral', 'satisfied', 'very satisfied'],
  ['very unlikely', 'unlikely', 'neutral', 'possible', 'likely', 'very likely', 'certain'],
  ['beginner', 'basic', 'intermediate', 'advanced', 'expert'],
  ['trainee', 'junior', 'middle', 'senior', 'lead'],
  ['trivial', 'minor', 'moderate', 'major', 'severe', 'critical'],
  ['bronze', 'silver', 'gold', 'platinum'],
  ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'],
  ['1st', '2nd', '3rd', '4th', '5th', '6th', '7th', '8th', '9th', '10th'],
  ['cold', 'cool', 'mild', 'warm', 'hot'],
  ['early', 'mid', 'late'],
  ['morning', 'midday', 'noon', 'afternoon', 'evening', 'night'],
  ['spring', 'summer', 'autumn', 'fall', 'winter'],
  ['sehr klein', 'klein', 'mittel', 'gross', 'sehr gross'],
  ['sehr niedrig', 'niedrig', 'gering', 'mittel', 'hoch', 'sehr hoch'],
  ['petit', 'moyen', 'grand'],
  ['bas', 'moyen', 'eleve', 'haut'],
  ['pequeno', 'mediano', 'medio', 'grande'],
  ['bajo', 'medio', 'alto'],
  ['baixo', 'medio', 'alto'],
  ['piccolo', 'medio', 'grande'],
  ['basso', 'medio', 'alto'],
  ['klein', 'middel', 'gemiddeld', 'groot'],
  ['laag', 'gemiddeld', 'middel', 'hoog'],
];

/** More different words than the longest scale has steps. */
export const MOST_STEPS = 12;

function plain(word: string): string {
  return word
    .trim()
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replaceAll('ß', 'ss')
    .replace(/[\s_-]+/g, ' ');
}

/**
 * The place of words that are steps of one scale, such as S, M and L, or low, medium and high, or ranges such as 25-34; `undefined` where they
 * are fewer than two, or not all of one scale.
 * Example: `['L', 'S', 'M'].sort((a, b) => ownOrder(['L', 'S', 'M'])(a) - ownOrder(['L', 'S', 'M'])(b))` is `['S', 'M', 'L']`.
 */
export function ownOrder(words: readonly string[]): ((word: string) => number) | undefined {
  if (words.length < 2) return undefined;
  if (words.length > MOST_STEPS) return rangeOrder(words);
  const sought = words.map(plain);
  if (new Set(sought).size < 2) return undefined;
  const ladder = LADDERS.find((steps) => sought.every((word) => steps.includes(word)));
  return ladder ? (word) => ladder.indexOf(plain(word)) : rangeOrder(words);
}
