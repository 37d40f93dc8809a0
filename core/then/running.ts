import { floor, fromIso, type Calendar } from '../calendar';
import { addDecimals } from '../decimals';
import type { Transform, Values } from './transform';

/**
 * Running total: each place has the sum of all values up to it. Over a gap it goes on with the value it had; before the
 * first value there is none, nor after place `end`. `years[i]` names the year of place i; where given the total starts again
 * with each year.
 * Example: `runningTotal([1, null, 2])` is `[1, 1, 3]`.
 */
export function runningTotal(values: Values, years?: readonly string[], end = Infinity): (number | null)[] {
  let sum: number | null = null;
  return values.map((value, i) => {
    if (years && i > 0 && years[i] !== years[i - 1]) sum = null;
    if (value !== null) sum = sum === null ? value : addDecimals([sum, value]);
    return i > end ? null : sum;
  });
}

/** The year that each place of a run of steps lies in, by the business year. */
function yearsOf(starts: readonly string[], calendar: Calendar = {}): string[] {
  return starts.map((start) => String(floor(fromIso(start), 'year', calendar)));
}

export const running: Transform = {
  options: ['restart'],
  unit: 'same',
  keepsDecimals: true,
  parts: false,
  title: 'Running total of …',
  words: ({ restart }) => (restart === 'year' ? 'a running total from the start of each year' : 'a running total'),
  offers: ({ step }) => [
    { words: 'Running total' },
    ...(step && step !== 'year' ? [{ words: 'Running total, each year anew', by: { restart: 'year' as const } }] : []),
  ],
  apply: (series, { by, step, places, calendar, splits, laidOver }) => {
    const years = by.restart === 'year' && step ? yearsOf(places, calendar) : undefined;
    const ends = series.map((values) => values.findLastIndex((value) => value !== null));
    // Of years that are laid over each other the newest one ends where its data do: it is not over yet.
    const newest = laidOver
      ? splits.reduce((most, split) => ((split ?? '') > (most ?? '') ? split : most), undefined)
      : undefined;
    return series.map((values, i) =>
      runningTotal(values, years, newest !== undefined && splits[i] === newest ? ends[i] : undefined),
    );
  },
};
