/**
 * Which of the places of a line are enough to draw it in so many columns of pixels: of each column the first, the last, the
 * lowest and the highest, so that every peak and trough stays. In order; `null` values are kept where a gap begins.
 * Source: U. Jugel, Z. Jerzak, G. Hackenbroich, V. Markl, M4: A visualization-oriented time series data aggregation,
 * Proc. VLDB Endowment 7 (2014) 797–808.
 * Example: `thinned([1, 9, 2, 3, 4, 0, 5, 6], 1)` is `[0, 1, 5, 7]`.
 */
export function thinned(values: readonly (number | null)[], columns: number): number[] {
  const n = values.length;
  if (n <= 4 * columns) return values.map((_, i) => i);
  const kept: number[] = [];
  for (let column = 0; column < columns; column++) {
    const [from, to] = [Math.floor((column * n) / columns), Math.floor(((column + 1) * n) / columns)];
    const picks = new Set<number>();
    let [low, high, last]: (number | undefined)[] = [undefined, undefined, undefined];
    for (let i = from; i < to; i++) {
      const value = values[i];
      if (value === null) {
        if (i > 0 && values[i - 1] !== null) picks.add(i);
        continue;
      }
      if (low === undefined) picks.add(i);
      if (low === undefined || value < (values[low] ?? value)) low = i;
      if (high === undefined || value > (values[high] ?? value)) high = i;
      last = i;
    }
    for (const one of [low, high, last]) if (one !== undefined) picks.add(one);
    kept.push(...[...picks].sort((a, b) => a - b));
  }
  return kept;
}
