import { correlation } from './correlation';

/** The rank of each number, from 1; equal ones share the mean of theirs. Example: `ranks([10, 30, 10])` is `[1.5, 3, 1.5]`. */
export function ranks(numbers: readonly number[]): number[] {
  const order = numbers.map((_, i) => i).sort((a, b) => numbers[a] - numbers[b]);
  const found = new Array<number>(numbers.length).fill(0);
  for (let from = 0; from < order.length;) {
    let to = from + 1;
    while (to < order.length && numbers[order[to]] === numbers[order[from]]) to++;
    for (let i = from; i < to; i++) found[order[i]] = (from + 1 + to) / 2;
    from = to;
  }
  return found;
}

/**
 * Spearman's rank correlation, −1 to 1: how nearly one number rises whenever the other does. `undefined` as for Pearson's.
 * Source: C. Spearman, The proof and measurement of association between two things, Am. J. Psychology 15 (1904).
 * Example: `rankCorrelation([[1, 1], [2, 4], [3, 9]])` is `1`.
 */
export function rankCorrelation(pairs: readonly (readonly [number, number])[]): number | undefined {
  const [a, b] = [ranks(pairs.map(([x]) => x)), ranks(pairs.map(([, y]) => y))];
  return correlation(a.map((one, i) => [one, b[i]] as const));
}
