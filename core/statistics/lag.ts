import { correlation } from './correlation';
import { paired } from './paired';

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
    const later = a.map((_, i) => b[i + steps] ?? null);
    const pairs = paired(a, later);
    const r = pairs.length < LEAST ? undefined : correlation(pairs);
    if (r !== undefined && (!best || Math.abs(r) > Math.abs(best.r) + 1e-12)) best = { steps, r };
  }
  return best;
}

/** 0, 1, −1, 2, −2 …: of equals the nearest. */
const lagsUpTo = (most: number): number[] => [0, ...Array.from({ length: most }, (_, i) => [i + 1, -(i + 1)]).flat()];
