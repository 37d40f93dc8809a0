/**
 * Where the middle of a place stands along what runs across, as a share of its length: places are bands, or points from end to end.
 * Example: `alongPlaces(0, 4, true)` is `0.125`.
 */
export function alongPlaces(at: number, count: number, banded: boolean): number {
  return banded || count === 1 ? (at + 0.5) / count : at / (count - 1);
}
