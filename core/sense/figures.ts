/** What the numbers of a column are like. */
export interface Figures {
  readonly count: number;
  readonly distinct: number;
  readonly least: number;
  readonly most: number;
  readonly mean: number;
  /** The standard deviation, as a part of the mean's size. */
  readonly spread: number;
  /** The median of the sizes, without sign. */
  readonly usual: number;
  readonly whole: boolean;
  /** The share of noughts. */
  readonly noughts: number;
  /** The third standardised moment: above 0, the long tail is on the right. */
  readonly skew: number;
}

/** The figures of some numbers; of none, those of a single nought. */
export function figuresOf(numbers: readonly (number | null)[]): Figures {
  const some = numbers.filter((one) => one !== null);
  const count = some.length;
  if (count === 0)
    return { count, distinct: 0, least: 0, most: 0, mean: 0, spread: 0, usual: 0, whole: true, noughts: 0, skew: 0 };
  const mean = some.reduce((sum, one) => sum + one, 0) / count;
  const moment = (power: number) => some.reduce((sum, one) => sum + (one - mean) ** power, 0) / count;
  const deviation = Math.sqrt(moment(2));
  const sizes = some.map(Math.abs).sort((a, b) => a - b);
  return {
    count,
    distinct: new Set(some).size,
    least: some.reduce((least, one) => Math.min(least, one)),
    most: some.reduce((most, one) => Math.max(most, one)),
    mean,
    spread: mean === 0 ? Infinity : deviation / Math.abs(mean),
    usual: sizes[Math.floor(count / 2)],
    whole: some.every(Number.isInteger),
    noughts: some.filter((one) => one === 0).length / count,
    skew: deviation === 0 ? 0 : moment(3) / deviation ** 3,
  };
}

/** How many times the smallest size other than nought goes into the largest. */
export function reach(numbers: readonly (number | null)[]): number {
  let least = Infinity;
  let most = 0;
  for (const one of numbers) {
    const size = one === null ? 0 : Math.abs(one);
    if (size === 0) continue;
    least = Math.min(least, size);
    most = Math.max(most, size);
  }
  return most === 0 ? 1 : most / least;
}

/**
 * How alike each number is to the one before it: the correlation of neighbours (the autocorrelation at lag 1). Sequences
 * are taken each by itself and laid together. Fewer than 8 pairs say nothing: 0.
 */
export function smoothness(sequences: readonly (readonly (number | null)[])[]): number {
  let pairs = 0;
  let [x, y, xx, yy, xy] = [0, 0, 0, 0, 0];
  for (const sequence of sequences) {
    const some = sequence.filter((one) => one !== null);
    if (some.length < 3) continue;
    const mean = some.reduce((sum, one) => sum + one, 0) / some.length;
    for (let i = 1; i < some.length; i++) {
      const [a, b] = [some[i - 1] - mean, some[i] - mean];
      pairs++;
      x += a;
      y += b;
      xx += a * a;
      yy += b * b;
      xy += a * b;
    }
  }
  if (pairs < 8) return 0;
  const size = Math.sqrt((xx - (x * x) / pairs) * (yy - (y * y) / pairs));
  return size > 0 ? (xy - (x * y) / pairs) / size : 0;
}

/** Whether no number is smaller than the one before it, in any sequence, and most are larger somewhere. */
export function neverFalls(sequences: readonly (readonly (number | null)[])[], least: number): boolean {
  let steps = 0;
  let rises = 0;
  for (const sequence of sequences) {
    let last: number | undefined;
    for (const one of sequence) {
      if (one === null) continue;
      if (last !== undefined) {
        if (one < last) return false;
        steps++;
        if (one > last) rises++;
      }
      last = one;
    }
  }
  return steps + sequences.length > least && rises >= steps / 2;
}
