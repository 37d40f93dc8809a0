import { floor, fromIso, type Calendar } from '../../calendar';
import { addDecimals } from '../../grain';

/**
 * Running total: each place has the sum of all values up to it. Over a gap it goes on with the value it had; before the
 * first value there is none. `years[i]` names the year of place i; where given the total starts again with each year.
 */
export function running(values: readonly (number | null)[], years?: readonly string[]): (number | null)[] {
  let sum: number | null = null;
  return values.map((value, i) => {
    if (years && i > 0 && years[i] !== years[i - 1]) sum = null;
    if (value !== null) sum = sum === null ? value : addDecimals([sum, value]);
    return sum;
  });
}

/** The year that each place of a run of steps lies in, by the business year. */
export function yearsOf(starts: readonly (string | number)[], calendar: Calendar = {}): string[] {
  return starts.map((start) => String(floor(fromIso(String(start)), 'year', calendar)));
}
