import { instant, isCalendarDate, type Instant } from '../calendar';
import type { DateOrder } from './profile';

/** How fine a dated cell is: a day, a day with a time, or a whole step of the calendar that stands for its first day. */
export type DateGrade = 'day' | 'time' | 'week' | 'month' | 'quarter' | 'year';

/** A cell that looks like a date, before the order of its numbers is decided. */
export interface DateScan {
  readonly grade: DateGrade;
  /** The instant under each order of day, month and year; absent where the order makes no such day. */
  readonly under: Readonly<Partial<Record<DateOrder, Instant>>>;
  /** The cell carried an offset from UTC, which is left off. */
  readonly zoned: boolean;
}

const ZERO = 48;
const COLON = 58;

/** The figure at a place, or NaN. */
function figure(text: string, at: number): number {
  const code = text.charCodeAt(at) - ZERO;
  return code >= 0 && code <= 9 ? code : NaN;
}
const two = (text: string, at: number) => figure(text, at) * 10 + figure(text, at + 1);
const four = (text: string, at: number) => two(text, at) * 100 + two(text, at + 2);

/** `-`, `/` and `.` part the figures of a date. */
const parts = (code: number) => code >= 45 && code <= 47;

/**
 * The two shapes that make up nearly all dated cells, `2025-03-04` and `04/03/2025`, alone or with ` 16:20` or
 * ` 16:20:30` after them, read by their characters, many times faster than by patterns; `undefined` for anything else,
 * which may be a date all the same.
 */
export function scanPlainDate(text: string): DateScan | undefined {
  const { length } = text;
  if (length !== 10 && length !== 16 && length !== 19) return undefined;
  const clock = length === 10 ? 0 : plainClock(text, length);
  if (!(clock >= 0)) return undefined;
  const grade = length === 10 ? 'day' : 'time';
  const third = text.charCodeAt(2);
  if (parts(third) && third === text.charCodeAt(5)) {
    const [a, b, year] = [two(text, 0), two(text, 3), four(text, 6)];
    if (!(year > 0)) return undefined;
    const under: { -readonly [order in DateOrder]?: Instant } = {};
    if (isCalendarDate(year, b, a)) under.DMY = instant(year, b, a) + clock;
    if (isCalendarDate(year, a, b)) under.MDY = instant(year, a, b) + clock;
    return under.DMY === undefined && under.MDY === undefined ? undefined : { grade, under, zoned: false };
  }
  const fifth = text.charCodeAt(4);
  if (!parts(fifth) || fifth !== text.charCodeAt(7)) return undefined;
  const [year, month, day] = [four(text, 0), two(text, 5), two(text, 8)];
  if (!(year > 0) || !isCalendarDate(year, month, day)) return undefined;
  const at = instant(year, month, day) + clock;
  return { grade, under: { DMY: at, MDY: at, YMD: at }, zoned: false };
}

/** Milliseconds of ` 16:20` or `T16:20:30` from the eleventh character; NaN or less than 0 where it is none. */
function plainClock(text: string, length: number): number {
  const gap = text.charCodeAt(10);
  if ((gap !== 32 && gap !== 84) || text.charCodeAt(13) !== COLON) return NaN;
  if (length === 19 && text.charCodeAt(16) !== COLON) return NaN;
  const [hour, minute, second] = [two(text, 11), two(text, 14), length === 19 ? two(text, 17) : 0];
  return hour < 24 && minute < 60 && second < 60 ? ((hour * 60 + minute) * 60 + second) * 1000 : NaN;
}
