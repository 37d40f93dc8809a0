import { DAY, fromIsoWeek, instant, isCalendarDate, isoDate, isoDateTime, type Instant } from '../calendar';
import { monthNumber, weekdayNumber } from './calendar-words';
import { CLOCK, CLOCK_GROUPS, clockAt } from './clock';
import { scanPlainDate, type DateGrade, type DateScan } from './plain-date';
import type { DateOrder } from './profile';

type Days = Partial<Record<DateOrder, Instant>>;

/** One way to write a date: its pattern, what its groups mean, and in which group a time of day begins. */
interface Form {
  readonly grade: DateGrade;
  readonly pattern: RegExp;
  readonly read: (part: RegExpExecArray) => Days | undefined;
  readonly clock?: number;
}

const WORD = String.raw`(\p{L}{2,12})\.?`;
const YEAR = String.raw`('?\d{2}|\d{4})`;
const BETWEEN = String.raw`[-/. ,]*`;
/** "Tue", "Tuesday,": the word is checked to be a weekday. */
const WEEKDAY = String.raw`(?:([\p{L}-]{2,13})[.,]*\s+)?(?:(?:the|den|le|el)\s+)?`;
const ORDINAL = String.raw`(?:st|nd|rd|th|er|º|\.)?`;
const OF = String.raw`(?:of |de |del )?`;
const THEN_CLOCK = String.raw`(?:(?:T|,?\s+(?:at |um |à )?)${CLOCK})?`;
const form = (text: string) => new RegExp(`^${text}$`, 'u');

/** Two-digit years run from 1950 to 2049 (common practice, no source). */
function yearOf(text: string): number {
  const year = Number(text.replace("'", ''));
  return text.length >= 4 ? year : year < 50 ? 2000 + year : 1900 + year;
}

const every = (at: Instant): Days => ({ DMY: at, MDY: at, YMD: at });

function day(year: number, month: number | undefined, dayOfMonth: number): Instant | undefined {
  return month !== undefined && year > 0 && isCalendarDate(year, month, dayOfMonth)
    ? instant(year, month, dayOfMonth)
    : undefined;
}

function sameDay(year: number, month: number | undefined, dayOfMonth: number): Days | undefined {
  const at = day(year, month, dayOfMonth);
  return at === undefined ? undefined : every(at);
}

function wholeMonth(year: number, month: number | undefined): Days | undefined {
  return month !== undefined && year > 0 && month >= 1 && month <= 12 ? every(instant(year, month)) : undefined;
}

function weekDay(year: number, week: number, weekday: number): Days | undefined {
  const monday = fromIsoWeek(year, week);
  return monday === undefined || weekday < 1 || weekday > 7 ? undefined : every(monday + (weekday - 1) * DAY);
}

function ordinalDay(year: number, dayOfYear: number): Days | undefined {
  const at = instant(year, 1, dayOfYear);
  return dayOfYear >= 1 && at < instant(year + 1) ? every(at) : undefined;
}

/** Day, month and year as numbers, in whichever orders make a day. */
function inSomeOrder(a: string, b: string, c: string): Days {
  const days: Days = {};
  const put = (order: DateOrder, at: Instant | undefined) => {
    if (at !== undefined) days[order] = at;
  };
  put('DMY', day(yearOf(c), +b, +a));
  put('MDY', day(yearOf(c), +a, +b));
  if (c.length === 2) put('YMD', day(yearOf(a.padStart(2, '0')), +b, +c));
  return days;
}

const isWeekday = (word: string | undefined) => word === undefined || weekdayNumber(word) !== undefined;

/**
 * The ways a date is written, the commonest first. Forms with figures only from ISO 8601-1:2019 (calendar, week and
 * ordinal dates, extended and basic) and RFC 3339; the others are common practice, no source.
 */
const FIGURES_FIRST: readonly Form[] = [
  {
    grade: 'day',
    pattern: form(String.raw`(\d{4})([-/. ])(\d{1,2})\2(\d{1,2})${THEN_CLOCK}`),
    read: (part) => sameDay(+part[1], +part[3], +part[4]),
    clock: 5,
  },
  {
    grade: 'day',
    pattern: form(String.raw`(\d{1,2})([-/. ])(\d{1,2})\2(\d{4}|\d{2})${THEN_CLOCK}`),
    read: (part) => inSomeOrder(part[1], part[3], part[4]),
    clock: 5,
  },
  {
    // "1. 2. 2025": a point and a space between.
    grade: 'day',
    pattern: form(String.raw`(\d{1,2})\. (\d{1,2})\. (\d{4})${THEN_CLOCK}`),
    read: (part) => inSomeOrder(part[1], part[2], part[3]),
    clock: 4,
  },
  {
    // "4 March 2025", "04-Mar-25", "4MAR2025", "3rd of March 2025", "4 de marzo de 2025".
    grade: 'day',
    pattern: form(`(\\d{1,2})${ORDINAL}${BETWEEN}${OF}${WORD}${BETWEEN}${OF}${YEAR}${THEN_CLOCK}`),
    read: (part) => sameDay(yearOf(part[3]), monthNumber(part[2]), +part[1]),
    clock: 4,
  },
  {
    grade: 'day',
    pattern: form(`(\\d{4})${BETWEEN}${WORD}${BETWEEN}(\\d{1,2})${THEN_CLOCK}`),
    read: (part) => sameDay(+part[1], monthNumber(part[2]), +part[3]),
    clock: 4,
  },
  { grade: 'week', pattern: form(String.raw`(\d{4})[- ]?[Ww](\d{2})`), read: (part) => weekDay(+part[1], +part[2], 1) },
  {
    grade: 'day',
    pattern: form(String.raw`(\d{4})-?W(\d{2})-?(\d)(?:T${CLOCK})?`),
    read: (part) => weekDay(+part[1], +part[2], +part[3]),
    clock: 4,
  },
  { grade: 'month', pattern: form(String.raw`(\d{4})[-/](\d{1,2})`), read: (part) => wholeMonth(+part[1], +part[2]) },
  { grade: 'month', pattern: form(String.raw`(\d{1,2})[-/](\d{4})`), read: (part) => wholeMonth(+part[2], +part[1]) },
  {
    // With a point it looks like a decimal: only years that a sheet speaks of make it a month.
    grade: 'month',
    pattern: form(String.raw`(\d{1,2})\.((?:1[5-9]|2[01])\d{2})`),
    read: (part) => wholeMonth(+part[2], +part[1]),
  },
  {
    grade: 'month',
    pattern: form(`(\\d{4})${BETWEEN}${WORD}`),
    read: (part) => wholeMonth(+part[1], monthNumber(part[2])),
  },
  {
    grade: 'day',
    pattern: form(String.raw`(\d{4})-(\d{3})(?:T${CLOCK})?`),
    read: (part) => ordinalDay(+part[1], +part[2]),
    clock: 3,
  },
  {
    grade: 'day',
    pattern: /^((?:19|20)\d{2})(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])$/,
    read: (part) => sameDay(+part[1], +part[2], +part[3]),
  },
  {
    grade: 'time',
    pattern: /^(\d{4})(\d{2})(\d{2})T?(\d{2})(\d{2})(\d{2})?(?:[.,]\d+)?(Z|[+-]\d{2}(?::?\d{2})?)?$/,
    read: (part) => basicTime(part),
  },
  {
    grade: 'year',
    // A financial year, "2023/24": the second figure is the year after the first.
    pattern: /^((?:19|20)\d{2})[/–-](\d{2}|(?:19|20)\d{2})$/,
    read: (part) => ((+part[1] + 1) % 100 === +part[2] % 100 ? every(instant(+part[1])) : undefined),
  },
  {
    grade: 'quarter',
    pattern: /^(\d{4})[-/ ]?\s*[Qq]([1-4])$/,
    read: (part) => every(instant(+part[1], +part[2] * 3 - 2)),
  },
  {
    grade: 'quarter',
    pattern: /^([1-4])[Qq][-/ ]?(\d{2}|\d{4})$/,
    read: (part) => every(instant(yearOf(part[2]), +part[1] * 3 - 2)),
  },
];

const WORDS_FIRST: readonly Form[] = [
  {
    grade: 'month',
    pattern: form(`${WORD}${BETWEEN}${OF}${YEAR}`),
    read: (part) => wholeMonth(yearOf(part[2]), monthNumber(part[1])),
  },
  {
    grade: 'day',
    pattern: form(`${WEEKDAY}${WORD}${BETWEEN}(\\d{1,2})${ORDINAL}${BETWEEN}('\\d{2}|\\d{4})${THEN_CLOCK}`),
    read: (part) => (isWeekday(part[1]) ? sameDay(yearOf(part[4]), monthNumber(part[2]), +part[3]) : undefined),
    clock: 5,
  },
  {
    grade: 'day',
    pattern: form(`${WEEKDAY}(\\d{1,2})${ORDINAL}${BETWEEN}${OF}${WORD}${BETWEEN}${OF}${YEAR}${THEN_CLOCK}`),
    read: (part) => (isWeekday(part[1]) ? sameDay(yearOf(part[4]), monthNumber(part[3]), +part[2]) : undefined),
    clock: 5,
  },
  {
    grade: 'day',
    pattern: form(String.raw`${WEEKDAY}(\d{1,2})([-/.])(\d{1,2})\3(\d{4}|\d{2})${THEN_CLOCK}`),
    read: (part) => (isWeekday(part[1]) ? inSomeOrder(part[2], part[4], part[5]) : undefined),
    clock: 6,
  },
  {
    grade: 'quarter',
    pattern: /^[QqT]([1-4])[-/ ]?\s*'?(\d{4}|\d{2})$/,
    read: (part) => every(instant(yearOf(part[2]), +part[1] * 3 - 2)),
  },
];

function basicTime(part: RegExpExecArray): Days | undefined {
  const at = day(+part[1], +part[2], +part[3]);
  const [hour, minute, second] = [+part[4], +part[5], Math.min(+(part[6] ?? 0), 59)];
  return at === undefined || hour > 23 || minute > 59
    ? undefined
    : every(at + ((hour * 60 + minute) * 60 + second) * 1000);
}

const SHORTEST = 4;
const LONGEST = 56;

/**
 * Reads one cell as a date, a date and time, or a month, quarter, week or financial year; `undefined` where it is none.
 * A day that does not exist (31/02/2025) is never shifted to another.
 */
export function scanDate(text: string): DateScan | undefined {
  if (text.length < SHORTEST || text.length > LONGEST) return undefined;
  const plain = scanPlainDate(text);
  if (plain) return plain;
  const first = text.charCodeAt(0);
  const figure = first > 47 && first < 58;
  // Plain numbers are by far the most cells: without a separator only eight figures or more can be a date.
  if (figure && /^(?:\d{1,7}|\d+[.,]\d{1,3})$/.test(text)) return undefined;
  if (!figure && !/\d/.test(text)) return undefined;
  for (const { grade, pattern, read, clock } of figure ? FIGURES_FIRST : WORDS_FIRST) {
    const found = pattern.exec(text);
    const days = found && read(found);
    if (!days || Object.keys(days).length === 0) continue;
    const hasClock = clock !== undefined && found.slice(clock, clock + CLOCK_GROUPS).some((part) => part !== undefined);
    if (!hasClock) return { grade, under: days, zoned: false };
    const time = clockAt(found, clock);
    if (!time) return undefined;
    return { grade: 'time', under: later(days, time.ms), zoned: time.zoned };
  }
  return undefined;
}

function later({ DMY, MDY, YMD }: Days, ms: number): Days {
  const moved: Days = {};
  if (DMY !== undefined) moved.DMY = DMY + ms;
  if (MDY !== undefined) moved.MDY = MDY + ms;
  if (YMD !== undefined) moved.YMD = YMD + ms;
  return moved;
}

/** A scanned date under an order as ISO 8601; `undefined` where the order makes no such day. */
export function writeDate(scan: DateScan, order: DateOrder, withTime: boolean): string | undefined {
  const at = scan.under[order];
  if (at === undefined) return undefined;
  return withTime ? isoDateTime(at) : isoDate(at);
}
