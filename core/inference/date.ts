import { fromIsoWeek, instant, isCalendarDate, isoDate, isoDateTime, type Instant } from '../calendar';
import type { DateOrder } from './profile';

/** How fine a dated cell is: a day, a day with a time, or a whole month, quarter or week that stands for its first day. */
export type DateGrade = 'day' | 'time' | 'month' | 'quarter' | 'week';

/** A cell that looks like a date, before the order of its numbers is decided. */
export interface DateScan {
  readonly grade: DateGrade;
  /** The instant under each order of day, month and year; absent where the order makes no such day. */
  readonly under: Readonly<Partial<Record<DateOrder, Instant>>>;
  /** The cell carried an offset from UTC, which is left off. */
  readonly zoned: boolean;
}

const MONTH_WORDS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];
const WEEKDAY_WORDS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];

function numbered(words: readonly string[], short: readonly number[]): Map<string, number> {
  return new Map(words.flatMap((word, i) => [[word, i + 1] as const, ...short.map((length) => [word.slice(0, length), i + 1] as const)]));
}
const MONTHS = numbered(MONTH_WORDS, [3]).set('sept', 9);
const WEEKDAYS = numbered(WEEKDAY_WORDS, [3]).set('tues', 2).set('thur', 4).set('thurs', 4);

/** The month a word names, 1–12: "March", "Mar", "Sept." */
export function monthNumber(word: string): number | undefined { return MONTHS.get(word.trim().toLowerCase().replace(/\.$/, '')); }
/** The weekday a word names, 1 (Monday) to 7 as in ISO 8601. */
export function weekdayNumber(word: string): number | undefined { return WEEKDAYS.get(word.trim().toLowerCase().replace(/\.$/, '')); }

const TIME = String.raw`(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AaPp])?(?:\.?[Mm]\.?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?`;
const TAIL = String.raw`(?:(?:T|,?\s+)${TIME})?`;
const YMD = new RegExp(`^(\\d{4})([-/.])(\\d{1,2})\\2(\\d{1,2})${TAIL}$`);
const BASIC = /^((?:19|20)\d{2})(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])$/;
const NUMERIC = new RegExp(`^(\\d{1,2})([-/. ])(\\d{1,2})\\2(\\d{4}|\\d{2})${TAIL}$`);
const DAY_NAMED = new RegExp(`^(?:[A-Za-z]{3,9}\\.?,?\\s+)?(\\d{1,2})(?:st|nd|rd|th)?[-/. ]\\s*(?:of\\s+)?([A-Za-z]{3,9})\\.?,?[-/. ]\\s*(\\d{4}|\\d{2})${TAIL}$`);
const NAMED_DAY = new RegExp(`^(?:[A-Za-z]{3,9}\\.?,?\\s+)?([A-Za-z]{3,9})\\.?[-/. ]\\s*(\\d{1,2})(?:st|nd|rd|th)?,?[-/. ]\\s*(\\d{4})${TAIL}$`);
const MONTH_NAMED = /^([A-Za-z]{3,9})\.?[-/. ,]\s*(\d{4}|'?\d{2})$/;
const YEAR_NAMED = /^(\d{4})[-/. ]\s*([A-Za-z]{3,9})$/;
const MONTH_ISO = /^(\d{4})[-/](\d{1,2})$/;
const MONTH_NUMERIC = /^(\d{1,2})\/(\d{4})$/;
const QUARTER = /^(?:[Qq]([1-4])[-/ ]?\s*(\d{4})|(\d{4})[-/ ]?\s*[Qq]([1-4])|([1-4])[Qq](\d{2}|\d{4}))$/;
const WEEK = /^(\d{4})[- ]?W(\d{2})$/;
const TIME_ONLY = new RegExp(`^${TIME}$`);

/** Two-digit years run from 1950 to 2049 (common practice, no source). */
const fullYear = (text: string) => { const y = Number(text.replace("'", '')); return text.length >= 4 ? y : y < 50 ? 2000 + y : 1900 + y; };

const any = (at: Instant): DateScan['under'] => ({ DMY: at, MDY: at, YMD: at });

/**
 * Reads one cell as a date, a date and time, a month, a quarter or a week (ISO 8601-1:2019 forms and everyday ones);
 * `undefined` where it is none. A day that does not exist (31/02/2025) is never shifted to another.
 */
export function scanDate(text: string): DateScan | undefined {
  if (text.length < 4 || text.length > 48) return undefined;
  const first = text.charCodeAt(0);
  const digit = first > 47 && first < 58;
  if (digit) {
    let found = YMD.exec(text);
    if (found) return dated(found, 5, () => ({ YMD: day(+found![1], +found![3], +found![4]), ...sameForAll(day(+found![1], +found![3], +found![4])) }));
    found = NUMERIC.exec(text);
    if (found) {
      const [a, b, year] = [+found[1], +found[3], fullYear(found[4])];
      const short = found[4].length === 2;
      return dated(found, 5, () => ({ DMY: day(year, b, a), MDY: day(year, a, b), YMD: short ? day(fullYear(found![1].padStart(2, '0')), b, +found![4]) : undefined }));
    }
    found = DAY_NAMED.exec(text);
    if (found) { const month = monthNumber(found[2]); return month ? dated(found, 4, () => sameForAll(day(fullYear(found![3]), month, +found![1]))) : undefined; }
    found = WEEK.exec(text);
    if (found) { const at = fromIsoWeek(+found[1], +found[2]); return at === undefined ? undefined : { grade: 'week', under: any(at), zoned: false }; }
    found = MONTH_ISO.exec(text);
    if (found) return wholeMonth(+found[1], +found[2]);
    found = MONTH_NUMERIC.exec(text);
    if (found) return wholeMonth(+found[2], +found[1]);
    found = YEAR_NAMED.exec(text);
    if (found) { const month = monthNumber(found[2]); if (month) return wholeMonth(+found[1], month); }
    found = BASIC.exec(text);
    if (found) return { grade: 'day', under: sameForAll(day(+found[1], +found[2], +found[3])), zoned: false };
  } else {
    let found = MONTH_NAMED.exec(text);
    if (found) { const month = monthNumber(found[1]); if (month) return wholeMonth(fullYear(found[2]), month); }
    found = NAMED_DAY.exec(text);
    if (found) { const month = monthNumber(found[1]); if (month) return dated(found, 4, () => sameForAll(day(fullYear(found![3]), month, +found![2]))); }
    found = DAY_NAMED.exec(text);
    if (found) { const month = monthNumber(found[2]); if (month) return dated(found, 4, () => sameForAll(day(fullYear(found![3]), month, +found![1]))); }
  }
  const found = QUARTER.exec(text);
  if (found) {
    const quarter = +(found[1] ?? found[4] ?? found[5]);
    const year = fullYear(found[2] ?? found[3] ?? found[6]);
    return { grade: 'quarter', under: any(instant(year, quarter * 3 - 2)), zoned: false };
  }
  return undefined;
}

/** Reads a time of day, `HH:MM:SS`; `undefined` where it is none. */
export function readTime(text: string): string | undefined {
  const found = TIME_ONLY.exec(text);
  const clock = found && clockTime(found, 1);
  if (!clock || clock.zoned) return undefined;
  return new Date(clock.ms).toISOString().slice(11, 19);
}

/** A scanned date under an order as ISO 8601; `undefined` where the order makes no such day. */
export function writeDate(scan: DateScan, order: DateOrder, withTime: boolean): string | undefined {
  const at = scan.under[order];
  if (at === undefined) return undefined;
  return withTime ? isoDateTime(at) : isoDate(at);
}

function day(year: number, month: number, dayOfMonth: number): Instant | undefined {
  return isCalendarDate(year, month, dayOfMonth) ? instant(year, month, dayOfMonth) : undefined;
}

function sameForAll(at: Instant | undefined): DateScan['under'] { return at === undefined ? {} : any(at); }

function wholeMonth(year: number, month: number): DateScan | undefined {
  return month >= 1 && month <= 12 ? { grade: 'month', under: any(instant(year, month)), zoned: false } : undefined;
}

/** Joins the days under each order with the time of the cell, whose parts stand in `found` from `timeAt` on. */
function dated(found: RegExpExecArray, timeAt: number, days: () => Partial<Record<DateOrder, Instant | undefined>>): DateScan | undefined {
  const clock = found[timeAt] === undefined ? { ms: 0, zoned: false } : clockTime(found, timeAt);
  if (!clock) return undefined;
  const under: Partial<Record<DateOrder, Instant>> = {};
  for (const [order, at] of Object.entries(days()) as [DateOrder, Instant | undefined][]) if (at !== undefined) under[order] = at + clock.ms;
  if (Object.keys(under).length === 0) return undefined;
  return { grade: found[timeAt] === undefined ? 'day' : 'time', under, zoned: clock.zoned };
}

function clockTime(found: RegExpExecArray, at: number): { ms: number; zoned: boolean } | undefined {
  const [h, m, s] = [+found[at], +found[at + 1], +(found[at + 2] ?? 0)];
  const half = found[at + 3]?.toLowerCase();
  if (m > 59 || s > 59 || h > 23 || (half && (h < 1 || h > 12))) return undefined;
  const hour = half ? (h % 12) + (half === 'p' ? 12 : 0) : h;
  return { ms: ((hour * 60 + m) * 60 + s) * 1000, zoned: found[at + 4] !== undefined };
}
