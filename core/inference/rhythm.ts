import { DAY, fromIso, isoDate, type Step } from '../calendar';

/** What the different days of a column have in common. */
export interface DaysFacts {
  /** How many different days there are. */
  readonly days: number;
  /** All are the first of a month; all are the last. */
  readonly firsts: boolean;
  readonly lasts: boolean;
  /** How many different days of the month, days of the week, months of the year, and months within the quarter they fall on. */
  readonly daysOfMonth: number;
  readonly weekdays: number;
  readonly months: number;
  readonly monthsOfQuarter: number;
  /** Times of day other than midnight occur. */
  readonly timed: boolean;
}

/** Fewer days than these fall alike by chance: two on one day of the month, a few on one day of the week. */
const LEAST_SAME_DAY = 3;
const LEAST_SAME_WEEKDAY = 4;

/**
 * The step that dates keep, where they keep one: every first or every last of a month, one day of every quarter or year,
 * every Monday. Nothing finer is known of such dates, whatever they are written as. `undefined` where they keep none.
 */
export function rhythmOf(facts: DaysFacts): Extract<Step, 'year' | 'quarter' | 'month' | 'week'> | undefined {
  const { days, firsts, lasts, daysOfMonth, weekdays, months, monthsOfQuarter, timed } = facts;
  if (timed || days < 2) return undefined;
  if (firsts || lasts || (daysOfMonth === 1 && days >= LEAST_SAME_DAY)) {
    if (months === 1) return 'year';
    return monthsOfQuarter === 1 ? 'quarter' : 'month';
  }
  return weekdays === 1 && days >= LEAST_SAME_WEEKDAY ? 'week' : undefined;
}

/** What some dates (ISO 8601, with or without a time) have in common. */
export function factsOfDays(dates: readonly string[]): DaysFacts {
  const days = [...new Set(dates.map((date) => date.slice(0, 10)))];
  const different = (of: (day: string) => string | number) => new Set(days.map(of)).size;
  const month = (day: string) => Number(day.slice(5, 7));
  return {
    days: days.length,
    firsts: days.every((day) => day.endsWith('-01')),
    lasts: days.every((day) => isoDate(fromIso(day) + DAY).endsWith('-01')),
    daysOfMonth: different((day) => day.slice(8)),
    weekdays: different((day) => new Date(fromIso(day)).getUTCDay()),
    months: different(month),
    monthsOfQuarter: different((day) => month(day) % 3),
    timed: dates.some((date) => date.length > 10 && !/T00:00(:00)?$/.test(date)),
  };
}
