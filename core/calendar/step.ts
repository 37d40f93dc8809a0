import { DAY, HOUR, fields, instant, type Instant } from './instant';

/** A level of the calendar, coarse to fine. */
export const STEPS = ['year', 'quarter', 'month', 'week', 'day', 'hour'] as const;
export type Step = (typeof STEPS)[number];

/** How a business counts: the first day of its week and the first month (1–12) of its year. */
export interface Calendar {
  readonly weekStart?: 'monday' | 'sunday';
  readonly yearStart?: number;
}

const MONTHS: Partial<Record<Step, number>> = { year: 12, quarter: 3, month: 1 };

/**
 * The first instant of the step that holds `at`. Years and quarters follow `yearStart`; weeks begin on Monday
 * (ISO 8601-1:2019, 3.1.1.23) unless the calendar says Sunday.
 * Example: `isoDate(floor(fromIso('2025-03-04'), 'quarter'))` is `'2025-01-01'`.
 */
export function floor(at: Instant, step: Step, calendar: Calendar = {}): Instant {
  if (step === 'hour') return Math.floor(at / HOUR) * HOUR;
  if (step === 'day') return Math.floor(at / DAY) * DAY;
  if (step === 'week') {
    const day = Math.floor(at / DAY);
    // 1970-01-01 was a Thursday: three days after a Monday, four after a Sunday.
    const sinceStart = mod(day + (calendar.weekStart === 'sunday' ? 4 : 3), 7);
    return (day - sinceStart) * DAY;
  }
  const { year, month } = fields(at);
  const shift = step === 'month' ? 0 : (calendar.yearStart ?? 1) - 1;
  const months = year * 12 + (month - 1) - shift;
  const size = MONTHS[step] ?? 1;
  return instant(0, months - mod(months, size) + shift + 1);
}

/**
 * `count` steps later (earlier where negative) than the start of a step.
 * Example: `isoDate(offset(fromIso('2025-01-01'), 'month', 2))` is `'2025-03-01'`.
 */
export function offset(start: Instant, step: Step, count: number): Instant {
  const months = MONTHS[step];
  if (months !== undefined) {
    const { year, month } = fields(start);
    return instant(year, month + months * count);
  }
  return start + count * (step === 'week' ? 7 * DAY : step === 'day' ? DAY : HOUR);
}

/**
 * How many steps lie between two starts of steps: 0 for the same one.
 * Example: `count(fromIso('2025-01-01'), fromIso('2025-04-01'), 'month')` is `3`.
 */
export function count(from: Instant, to: Instant, step: Step): number {
  const months = MONTHS[step];
  if (months !== undefined) {
    const a = fields(from);
    const b = fields(to);
    return Math.round(((b.year - a.year) * 12 + b.month - a.month) / months);
  }
  return Math.round((to - from) / (step === 'week' ? 7 * DAY : step === 'day' ? DAY : HOUR));
}

/**
 * The unbroken run of starts of steps from the one that holds `first` to the one that holds `last`, both included.
 * Example: `range(fromIso('2025-01-20'), fromIso('2025-02-03'), 'month').map(isoDate)` is `['2025-01-01', '2025-02-01']`.
 */
export function range(first: Instant, last: Instant, step: Step, calendar: Calendar = {}): Instant[] {
  const start = floor(first, step, calendar);
  const length = count(start, floor(last, step, calendar), step) + 1;
  return Array.from({ length: Math.max(length, 0) }, (_, i) => offset(start, step, i));
}

/**
 * The next longer step, if there is one.
 * Example: `coarser('month')` is `'quarter'`.
 */
export function coarser(step: Step): Step | undefined {
  return STEPS[STEPS.indexOf(step) - 1];
}
/**
 * The next shorter step, if there is one.
 * Example: `finer('month')` is `'week'`.
 */
export function finer(step: Step): Step | undefined {
  return STEPS[STEPS.indexOf(step) + 1];
}

/** Few enough to read, enough to show a shape. */
const READABLE = { least: 6, most: 60, best: 30 };

/**
 * The step to begin with: of those that give 6 to 60 places between `first` and `last` the one nearest to 30 by ratio;
 * if none does, the one nearest to that span. `finest` bounds it: a column of months has no days.
 * Example: `firstStep(fromIso('2023-01-01'), fromIso('2025-06-30'))` is `'month'`.
 */
export function firstStep(first: Instant, last: Instant, finest: Step = 'hour', calendar: Calendar = {}): Step {
  const allowed = STEPS.slice(0, STEPS.indexOf(finest) + 1);
  const places = (step: Step) => count(floor(first, step, calendar), floor(last, step, calendar), step) + 1;
  const away = (step: Step) => {
    const n = places(step);
    const outside = n < READABLE.least ? READABLE.least / n : n > READABLE.most ? n / READABLE.most : 1;
    return outside > 1 ? 1000 * outside : Math.abs(Math.log(n / READABLE.best));
  };
  return allowed.reduce((best, step) => (away(step) < away(best) ? step : best));
}

/**
 * ISO 8601 week date: the week belongs to the year that holds its Thursday. `week` runs 1 to 53.
 * Example: `isoWeek(fromIso('2025-12-29'))` is `{ year: 2026, week: 1 }`.
 */
export function isoWeek(at: Instant): { readonly year: number; readonly week: number } {
  const thursday = floor(at, 'week') + 3 * DAY;
  const { year } = fields(thursday);
  return { year, week: Math.floor((thursday - instant(year)) / (7 * DAY)) + 1 };
}

/** The Monday of an ISO 8601 week, or `undefined` where the year has no such week. */
export function fromIsoWeek(year: number, week: number): Instant | undefined {
  const monday = floor(instant(year, 1, 4), 'week') + (week - 1) * 7 * DAY;
  const back = isoWeek(monday);
  return back.year === year && back.week === week ? monday : undefined;
}

function mod(n: number, by: number): number {
  return ((n % by) + by) % by;
}
