/** How many pairs a correlation at a lag is told of at least. */
const LEAST = 5;

/**
 * The lag of `b` behind `a`, in places, at which both go together most: that whose correlation lies farthest from 0, of up
 * to a quarter of the places either way. Positive where `b` comes later. `undefined` where none can be told.
 * Source: G. E. P. Box and G. M. Jenkins, Time Series Analysis (1970), cross correlation; the chapter from memory.
 * Example: a series and the same one place later have the lag 1.
 */
export function bestLag(
  a: readonly (number | null)[],
  b: readonly (number | null)[],
): { readonly steps: number; readonly r: number } | undefined {
  const most = Math.floor(a.length / 4);
  let best: { steps: number; r: number } | undefined;
  for (const steps of lagsUpTo(most)) {
    const r = correlationAt(a, b, steps);
    if (r !== undefined && (!best || Math.abs(r) > Math.abs(best.r) + 1e-12)) best = { steps, r };
  }
  return best;
}

/** 0, 1, −1, 2, −2 …: of equals the nearest. */
const lagsUpTo = (most: number): number[] => [0, ...Array.from({ length: most }, (_, i) => [i + 1, -(i + 1)]).flat()];

/** Pearson's correlation of the pairs that both have at a lag, in two passes without making them. */
function correlationAt(
  a: readonly (number | null)[],
  b: readonly (number | null)[],
  steps: number,
): number | undefined {
  const [from, to] = [Math.max(0, -steps), Math.min(a.length, b.length - steps)];
  let [n, sumA, sumB] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    const [one, other] = [a[i], b[i + steps]];
    if (one === null || other === null) continue;
    n++;
    sumA += one;
    sumB += other;
  }
  if (n < LEAST) return undefined;
  const [meanA, meanB] = [sumA / n, sumB / n];
  let [xx, yy, xy] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    const [one, other] = [a[i], b[i + steps]];
    if (one === null || other === null) continue;
    xx += (one - meanA) ** 2;
    yy += (other - meanB) ** 2;
    xy += (one - meanA) * (other - meanB);
  }
  return xx > 0 && yy > 0 ? Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))) : undefined;
}
