import type { Every } from './delivery';
import { instantOf, localAt } from './zone';

const MONDAY = 1;
const FIRST_DAY = 1;
/** So many days hold every day, week and month once. */
const MOST_DAYS = 64;

/**
 * When a delivery goes out next after an instant, in ms since 1970. A day 29 to 31 in a shorter month is its last day; times
 * that a zone's clock shows twice or never are as in `instantOf`.
 */
export function nextAfter(every: Every, after: number): number {
  const [hour, minute] = every.at.split(':').map(Number);
  const start = localAt(after, every.zone);
  // One day earlier too: a time that a clock leapt over may lie on the other side of midnight.
  for (let days = -1; days < MOST_DAYS; days++) {
    const at = new Date(Date.UTC(start.year, start.month - 1, start.day + days));
    if (!isDue(at, every)) continue;
    const instant = instantOf(
      { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, day: at.getUTCDate(), hour, minute },
      every.zone,
    );
    if (instant > after) return instant;
  }
  throw new RangeError(`nothing is due within ${MOST_DAYS} days: ${JSON.stringify(every)}`);
}

/** Whether a delivery goes out on a day. */
function isDue(at: Date, { step, weekday = MONDAY, day = FIRST_DAY }: Every): boolean {
  if (step === 'day') return true;
  if (step === 'week') return (at.getUTCDay() || 7) === weekday;
  const last = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 0)).getUTCDate();
  return at.getUTCDate() === (day === 'last' ? last : Math.min(day, last));
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** When a delivery goes out, in words: "every Monday at 08:00, Europe/London". */
export function everyWords({ step, at, weekday = MONDAY, day = FIRST_DAY, zone }: Every): string {
  const when =
    step === 'day'
      ? 'every day'
      : step === 'week'
        ? `every ${WEEKDAYS[weekday - 1]}`
        : day === 'last'
          ? 'on the last day of every month'
          : `on day ${day} of every month`;
  return `${when} at ${at}, ${zone.replaceAll('_', ' ')}`;
}
