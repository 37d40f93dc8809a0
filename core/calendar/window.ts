import { fields, instant, type Instant } from './instant';
import { floor, fromIsoWeek, isoWeek, offset, type Calendar, type Step } from './step';

/** Stretches of time that move along: the last so many steps, or the step that is going on. */
export const WINDOWS = ['this-week', 'this-month', 'this-quarter', 'this-year', 'year-to-date'] as const;
export type Window = { readonly last: number; readonly step: Step } | (typeof WINDOWS)[number];

const STEP_OF: Readonly<Record<Exclude<(typeof WINDOWS)[number], 'year-to-date'>, Step>> = {
  'this-week': 'week',
  'this-month': 'month',
  'this-quarter': 'quarter',
  'this-year': 'year',
};

/**
 * The stretch of a window as instants, `from` included and `to` not. `reference` is the day (or hour) that counts as
 * now: the last N steps are N steps of the calendar with the one that holds it; the year to date ends with its day.
 */
export function windowRange(
  window: Window,
  reference: Instant,
  calendar: Calendar = {},
): { from: Instant; to: Instant } {
  if (window === 'year-to-date')
    return { from: floor(reference, 'year', calendar), to: offset(floor(reference, 'day'), 'day', 1) };
  const { last, step } = typeof window === 'string' ? { last: 1, step: STEP_OF[window] } : window;
  const current = floor(reference, step, calendar);
  return { from: offset(current, step, 1 - last), to: offset(current, step, 1) };
}

/**
 * The start of the same step a year earlier: the same month, quarter or hour; of days the same date (29 February has
 * none); of weeks the one of the same number by ISO 8601 (week 53 mostly has none), of weeks that begin on Sunday the
 * one 52 weeks before. `undefined` where there is none.
 * Example: `isoDate(yearBefore(fromIso('2025-03-01'), 'month'))` is `'2024-03-01'`.
 */
export function yearBefore(start: Instant, step: Step, calendar: Calendar = {}): Instant | undefined {
  if (step === 'week') {
    if (calendar.weekStart === 'sunday') return offset(start, 'week', -52);
    const { year, week } = isoWeek(start);
    return fromIsoWeek(year - 1, week);
  }
  const { year, month, day, hour } = fields(start);
  const before = instant(year - 1, month, day, hour);
  return fields(before).day === day ? before : undefined;
}
