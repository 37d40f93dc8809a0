/** The middle of numbers; the mean of the two middle ones. `undefined` of none. Example: `median([1, 9, 3])` is `3`. */
export function median(numbers: readonly number[]): number | undefined {
  const sorted = [...numbers].sort((a, b) => a - b);
  const n = sorted.length;
  if (n === 0) return undefined;
  return n % 2 === 1 ? sorted[n >> 1] : sorted[n / 2 - 1] + (sorted[n / 2] - sorted[n / 2 - 1]) / 2;
}

/** Of a normal distribution, the standard deviation is so many times the median absolute deviation. */
const NORMAL = 1.4826;

/**
 * How widely numbers lie around their median, as a standard deviation that single odd ones do not move: 1.4826 times the
 * median of the distances from the median. `undefined` of none.
 * Source: F. R. Hampel, The influence curve and its role in robust estimation, JASA 69 (1974) 383–393.
 * Example: `spreadAround([1, 2, 3, 4, 100])` is `1.4826`.
 */
export function spreadAround(numbers: readonly number[]): number | undefined {
  const middle = median(numbers);
  if (middle === undefined) return undefined;
  const away = median(numbers.map((one) => Math.abs(one - middle)));
  return away === undefined ? undefined : NORMAL * away;
}
