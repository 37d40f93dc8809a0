/**
 * Pearson's correlation of pairs of numbers, -1 to 1: how closely they lie along a line. `undefined` for fewer than three
 * pairs, or where one side does not vary.
 * Source: K. Pearson, Notes on regression and inheritance in the case of two parents, Proc. R. Soc. 58 (1895).
 * Example: `correlation([[1, 2], [2, 4], [3, 6]])` is `1`.
 */
export function correlation(pairs: readonly (readonly [number, number])[]): number | undefined {
  const n = pairs.length;
  if (n < 3) return undefined;
  // Looked at by themselves: the sums of what never varies are seldom quite nought.
  if (pairs.every(([x]) => x === pairs[0][0]) || pairs.every(([, y]) => y === pairs[0][1])) return undefined;
  let [a, b] = [0, 0];
  for (const [x, y] of pairs) {
    a += x / n;
    b += y / n;
  }
  let [xx, yy, xy] = [0, 0, 0];
  for (const [x, y] of pairs) {
    xx += (x - a) ** 2;
    yy += (y - b) ** 2;
    xy += (x - a) * (y - b);
  }
  return xx > 0 && yy > 0 ? Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))) : undefined;
}
