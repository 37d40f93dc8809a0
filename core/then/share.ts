import { addDecimals } from '../decimals';
import { placeWord, type Transform, type Values } from './transform';

/** Each value as a fraction of the sum over all places and series of the layer; null where that sum is zero. `shareOfTotals([[1, 3]])` is `[[0.25, 0.75]]`. */
export function shareOfTotals(series: readonly Values[]): (number | null)[][] {
  const whole = sumOf(series.flat());
  return series.map((values) => values.map((value) => fraction(value, whole)));
}

/**
 * Each value as a fraction of the sum of the layer's series at its place; null where that sum is zero.
 * Example: `shareOfGroups([[1], [3]])` is `[[0.25], [0.75]]`.
 */
export function shareOfGroups(series: readonly Values[]): (number | null)[][] {
  const sums = (series[0] ?? []).map((_, place) => sumOf(series.map((values) => values[place])));
  return series.map((values) => values.map((value, place) => fraction(value, sums[place])));
}

function sumOf(values: Values): number {
  return addDecimals(values.filter((value): value is number => value !== null));
}

function fraction(value: number | null, whole: number): number | null {
  return value === null || whole === 0 ? null : value / whole;
}

const SHARE = { options: [], unit: '%', keepsDecimals: false, parts: true } as const;

export const shareOfTotal: Transform = {
  ...SHARE,
  title: 'Share of all …',
  words: () => 'a share of the whole',
  offers: () => [{ words: 'Share of the whole' }],
  apply: shareOfTotals,
};

export const shareOfGroup: Transform = {
  ...SHARE,
  title: 'Share of …',
  words: (_, run) => `a share within each ${placeWord(run)}`,
  offers: (offering) => (offering.split ? [{ words: `Share within each ${placeWord(offering)}` }] : []),
  apply: shareOfGroups,
};
