/**
 * Wall-clock instants. Inside the core a date or a date and time is a number: milliseconds of the proleptic Gregorian
 * calendar counted in UTC fields from 1970-01-01T00:00. No zone is ever applied: 16:20 stays 16:20.
 */
export type Instant = number;

export const DAY = 86_400_000;
export const HOUR = 3_600_000;

/** The instant of a calendar date. `month` runs 1 to 12; out-of-range parts carry over, years below 100 stay as given. */
export function instant(year: number, month = 1, day = 1, hour = 0, minute = 0, second = 0): Instant {
  const date = new Date(0);
  date.setUTCFullYear(year, month - 1, day);
  date.setUTCHours(hour, minute, second, 0);
  return date.getTime();
}

export interface Fields {
  readonly year: number;
  readonly month: number;
  readonly day: number;
  readonly hour: number;
}

/** Year, month (1–12), day of the month and hour (0–23) of an instant. */
export function fields(at: Instant): Fields {
  const date = new Date(at);
  return {
    year: date.getUTCFullYear(),
    month: date.getUTCMonth() + 1,
    day: date.getUTCDate(),
    hour: date.getUTCHours(),
  };
}

/** How many days the month has: 28 to 31. */
export function daysInMonth(year: number, month: number): number {
  return fields(instant(year, month + 1, 0)).day;
}

/** Whether such a day exists: 31 February does not. */
export function isCalendarDate(year: number, month: number, day: number): boolean {
  return month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month);
}

const two = (n: number) => String(n).padStart(2, '0');

/** ISO 8601 date, `2025-03-04`. */
export function isoDate(at: Instant): string {
  const f = fields(at);
  return `${String(f.year).padStart(4, '0')}-${two(f.month)}-${two(f.day)}`;
}

/** ISO 8601 date and time without a zone, `2025-03-04T16:20:00`; fractions of a second are left off. */
export function isoDateTime(at: Instant): string {
  const date = new Date(at);
  return `${isoDate(at)}T${two(date.getUTCHours())}:${two(date.getUTCMinutes())}:${two(date.getUTCSeconds())}`;
}

const ISO = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?)?$/;

/**
 * Reads what `isoDate` and `isoDateTime` write.
 * @throws RangeError with the text where it is not such a date.
 */
export function fromIso(text: string): Instant {
  const found = ISO.exec(text);
  if (!found || !isCalendarDate(+found[1], +found[2], +found[3])) throw new RangeError(`not an ISO date: ${text}`);
  return instant(+found[1], +found[2], +found[3], +(found[4] ?? 0), +(found[5] ?? 0), +(found[6] ?? 0));
}
