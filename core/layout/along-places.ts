/** Where the middle of a place stands along what runs across, as a share of its length: places are bands, or points from end to end. */
export function alongPlaces(at: number, count: number, banded: boolean): number {
  return banded || count === 1 ? (at + 0.5) / count : at / (count - 1);
}
