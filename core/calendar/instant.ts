/**
 * Wall-clock instants. Inside the core a date or a date and time is a number: milliseconds of the proleptic Gregorian
 * calendar counted in UTC fields from 1970-01-01T00:00. No zone is ever applied: 16:20 stays 16:20.
 */
export type Instant = number;

export const DAY = 86_400_000;
export const HOUR = 3_600_000;

/**
 * Days from 1970-01-01 to a date of the proleptic Gregorian calendar. Source of the method: H. Hinnant,
 * "chrono-Compatible Low-Level Date Algorithms", days_from_civil; a year there begins with March.
 */
function daysFromCivil(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  return era * 146097 + yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear - 719468;
}

/**
 * The instant of a calendar date. `month` runs 1 to 12; out-of-range parts carry over, years below 100 stay as given.
 * Example: `isoDate(instant(2025, 3, 4))` is `'2025-03-04'`.
 */
export function instant(year: number, month = 1, day = 1, hour = 0, minute = 0, second = 0): Instant {
  const carried = Math.floor((month - 1) / 12);
  const days = daysFromCivil(year + carried, month - carried * 12, day);
  return days * DAY + ((hour * 60 + minute) * 60 + second) * 1000;
}

export interface Fields {
  readonly year: number;
  readonly month: number;
  readonly day: number;
  readonly hour: number;
}

/**
 * Year, month (1–12), day of the month and hour (0–23) of an instant. Source of the method: Hinnant, civil_from_days.
 * Example: `fields(fromIso('2025-03-04T16:20:00')).hour` is `16`.
 */
export function fields(at: Instant): Fields {
  const days = Math.floor(at / DAY);
  const shifted = days + 719468;
  const era = Math.floor(shifted / 146097);
  const dayOfEra = shifted - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shiftedMonth = Math.floor((5 * dayOfYear + 2) / 153);
  const month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9;
  return {
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: dayOfYear - Math.floor((153 * shiftedMonth + 2) / 5) + 1,
    hour: Math.floor((at - days * DAY) / HOUR),
  };
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/**
 * How many days the month has: 28 to 31.
 * Example: `daysInMonth(2024, 2)` is `29`.
 */
export function daysInMonth(year: number, month: number): number {
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return MONTH_LENGTHS[month - 1] + (leap ? 1 : 0);
}

/**
 * Whether such a day exists: 31 February does not.
 * Example: `isCalendarDate(2025, 2, 29)` is `false`.
 */
export function isCalendarDate(year: number, month: number, day: number): boolean {
  return month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month);
}

const TWO = Array.from({ length: 100 }, (_, n) => String(n).padStart(2, '0'));

/**
 * ISO 8601 date, `2025-03-04`.
 * Example: `isoDate(fromIso('2025-03-04T16:20:00'))` is `'2025-03-04'`.
 */
export function isoDate(at: Instant): string {
  const { year, month, day } = fields(at);
  return `${String(year).padStart(4, '0')}-${TWO[month]}-${TWO[day]}`;
}

/**
 * ISO 8601 date and time without a zone, `2025-03-04T16:20:00`; fractions of a second are left off.
 * Example: `isoDateTime(fromIso('2025-03-04'))` is `'2025-03-04T00:00:00'`.
 */
export function isoDateTime(at: Instant): string {
  const seconds = Math.floor(at / 1000);
  const ofDay = seconds - Math.floor(seconds / 86_400) * 86_400;
  return `${isoDate(at)}T${TWO[Math.floor(ofDay / 3600)]}:${TWO[Math.floor(ofDay / 60) % 60]}:${TWO[ofDay % 60]}`;
}

const ISO = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?)?$/;

/**
 * Reads what `isoDate` and `isoDateTime` write.
 * @throws RangeError with the text where it is not such a date.
 * Example: `fromIso('1970-01-02')` is `86_400_000`.
 */
export function fromIso(text: string): Instant {
  const found = ISO.exec(text);
  if (!found || !isCalendarDate(+found[1], +found[2], +found[3])) throw new RangeError(`not an ISO date: ${text}`);
  return instant(+found[1], +found[2], +found[3], +(found[4] ?? 0), +(found[5] ?? 0), +(found[6] ?? 0));
}
