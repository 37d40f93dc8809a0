import type { Range } from './range';

const clean = (value: number) => Number(value.toPrecision(12));

/**
 * The range of a logarithmic scale for positive values: from and to a 1, 2 or 5 times a power of ten, with ticks at the
 * powers of ten, and at 2 and 5 times them where there are few. `fixed` ends are kept as they are.
 * @throws RangeError where a value or an end is not above zero.
 */
export function logRangeFor(values: readonly number[], most: number, fixed?: readonly [number, number]): Range {
  const low = fixed?.[0] ?? values.reduce((least, value) => Math.min(least, value), Infinity);
  const high = fixed?.[1] ?? values.reduce((top, value) => Math.max(top, value), -Infinity);
  if (!(low > 0) || !(high > 0)) throw new RangeError(`a logarithmic scale needs values above zero: ${low}`);
  const marks = marksAround(low, high);
  const from = fixed ? low : (marks.filter((mark) => mark <= low * (1 + 1e-9)).at(-1) ?? low);
  let to = fixed ? high : (marks.find((mark) => mark >= high * (1 - 1e-9)) ?? high);
  if (to <= from) to = marks.find((mark) => mark > from * (1 + 1e-9)) ?? from * 10;
  const within = marks.filter((mark) => mark >= from * (1 - 1e-9) && mark <= to * (1 + 1e-9));
  const powers = within.filter((mark) => Number.isInteger(clean(Math.log10(mark))));
  const every = Math.max(1, Math.ceil(powers.length / Math.max(most, 1)));
  const ticks = within.length <= most ? within : powers.filter((_, i) => i % every === 0);
  return { domain: [from, to], ticks: ticks.length > 0 ? ticks : [from, to], step: ticks[0] ?? from };
}

/** 1, 2 and 5 times the powers of ten from below `low` to above `high`. */
function marksAround(low: number, high: number): number[] {
  const first = Math.floor(Math.log10(low)) - 1;
  const last = Math.ceil(Math.log10(high)) + 1;
  return Array.from({ length: last - first + 1 }, (_, i) => 10 ** (first + i)).flatMap((power) =>
    [1, 2, 5].map((times) => clean(times * power)),
  );
}

/**
 * Where a value stands on a scale, as a fraction of its length from its beginning.
 * Example: `alongScale(10, [1, 100], 'log')` is `0.5`.
 */
export function alongScale(value: number, [low, high]: readonly [number, number], kind: 'linear' | 'log'): number {
  return kind === 'log'
    ? (Math.log(value) - Math.log(low)) / (Math.log(high) - Math.log(low))
    : (value - low) / (high - low);
}
