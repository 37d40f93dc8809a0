import { addDecimals } from '../../grain';

type Values = readonly (number | null)[];

/** Each value as a fraction of the sum over all places and series of the layer; null where that sum is zero. */
export function shareOfTotal(series: readonly Values[]): (number | null)[][] {
  const whole = sumOf(series.flat());
  return series.map((values) => values.map((value) => fraction(value, whole)));
}

/** Each value as a fraction of the sum of the layer's series at its place; null where that sum is zero. */
export function shareOfGroup(series: readonly Values[]): (number | null)[][] {
  const sums = (series[0] ?? []).map((_, place) => sumOf(series.map((values) => values[place])));
  return series.map((values) => values.map((value, place) => fraction(value, sums[place])));
}

function sumOf(values: Values): number {
  return addDecimals(values.filter((value): value is number => value !== null));
}

function fraction(value: number | null, whole: number): number | null {
  return value === null || whole === 0 ? null : value / whole;
}
