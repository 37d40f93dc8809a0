import { placeInCycle, type Cycle } from './cycle';
import { fields, fromIso, isoDate } from './instant';
import { LOCALE, type Locale, type Manner } from './locale';
import { floor, isoWeek, offset, type Calendar, type Step } from './step';

const formats = new Map<string, Intl.DateTimeFormat>();

/** A formatter of dates; made once for each kind, since making one takes far longer than using it. */
function formatter(locale: Locale, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = locale + JSON.stringify(options);
  let found = formats.get(key);
  if (!found) formats.set(key, (found = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options })));
  return found;
}

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const DAY_OF_MONTH = { day: 'numeric', month: 'short' } as const;
const MONTH_OF_YEAR = { month: 'short', year: 'numeric' } as const;

/** What was written of single instants: moving along a chart writes the same ones again and again. */
const written = new WeakMap<Intl.DateTimeFormat, Map<number, string>>();
const MOST_WRITTEN = 20_000;

/** Writes an instant by `Intl.DateTimeFormat`; in Britain "Sep", never "Sept": three letters for every month. */
function write(at: number, options: Intl.DateTimeFormatOptions, locale: Locale = LOCALE): string {
  const format = formatter(locale, options);
  let known = written.get(format);
  if (!known || known.size > MOST_WRITTEN) written.set(format, (known = new Map<number, string>()));
  let found = known.get(at);
  if (found === undefined) known.set(at, (found = writeAnew(at, format, options, locale)));
  return found;
}

function writeAnew(
  at: number,
  format: Intl.DateTimeFormat,
  options: Intl.DateTimeFormatOptions,
  locale: Locale,
): string {
  if (locale !== 'en-GB' || options.month !== 'short') return format.format(at);
  return format
    .formatToParts(at)
    .map(({ type, value }) => (type === 'month' ? value.slice(0, 3) : value))
    .join('');
}

export const monthShort = (at: number, locale?: Locale) => write(at, { month: 'short' }, locale);
export const dayShort = (at: number, locale?: Locale) => write(at, DAY, locale);

/**
 * A date of a cell, with its time where it has one, as it is read everywhere; a text that is none stays as it is.
 * Example: `momentWords('2025-03-04T09:30')` is `'4 Mar 2025, 09:30'`.
 */
export function momentWords(text: string, locale?: Locale): string {
  const found = MOMENT.exec(text);
  if (!found) return text;
  return dayShort(fromIso(found[1]), locale) + (found[2] && found[2] !== '00:00' ? `, ${found[2]}` : '');
}
const MOMENT = /^(\d{4}-\d\d-\d\d)(?:[T ](\d\d:\d\d)[\d:.]*Z?)?$/;

/** An hour by the clock of the place: "16:00", in America "4 PM". */
function hourWords(at: number, locale: Locale = LOCALE): string {
  if (formatter(locale, { hour: 'numeric' }).resolvedOptions().hour12) return write(at, { hour: 'numeric' }, locale);
  return `${String(fields(at).hour).padStart(2, '0')}:00`;
}

const isEnglish = (locale: Locale = LOCALE) => locale.startsWith('en');

/** How quarters are abbreviated (CLDR; from memory): French "T1", Dutch and Swedish "K1". */
const QUARTER_SIGNS: Readonly<Partial<Record<Locale, string>>> = {
  'fr-FR': 'T',
  'es-ES': 'T',
  'it-IT': 'T',
  'pt-PT': 'T',
  'nl-NL': 'K',
  'sv-SE': 'K',
  'da-DK': 'K',
  'pl-PL': 'K',
};
const quarterWords = (at: number, manner: Manner) =>
  `${QUARTER_SIGNS[manner.locale ?? LOCALE] ?? 'Q'}${quarterNumber(at, manner)}`;

/** A week by its number, where weeks are numbered as in ISO 8601, and its first day. */
function weekWords(at: number, { weekStart, locale }: Manner): string {
  const day = write(at, DAY, locale);
  const word = isEnglish(locale) ? 'week' : new Intl.DisplayNames(locale, { type: 'dateTimeField' }).of('weekOfYear');
  if (weekStart === 'sunday') return isEnglish(locale) ? `week of ${day}` : `${word}, ${day}`;
  return `${word} ${isoWeek(at).week}, ${isEnglish(locale) ? 'from ' : ''}${day}`;
}

/** A calendar or business year: "2024", or "2024/25" where it does not start in January. */
export function yearName(start: number, calendar: Calendar = {}): string {
  const { year } = fields(start);
  return (calendar.yearStart ?? 1) === 1 ? String(year) : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
}

function quarterNumber(start: number, calendar: Calendar = {}): number {
  return Math.floor(((((fields(start).month - (calendar.yearStart ?? 1)) % 12) + 12) % 12) / 3) + 1;
}

/** A step in words, whole: "May 2024", "Q2 2024", "week 10, from 3 Mar 2025", "Tue 4 Mar 2025", "4 Mar 2025, 16:00". */
export function stepLabel(iso: string, step: Step, manner: Manner = {}): string {
  const at = fromIso(iso);
  const { locale } = manner;
  switch (step) {
    case 'year':
      return yearName(at, manner);
    case 'quarter':
      return `${quarterWords(at, manner)} ${yearName(floor(at, 'year', manner), manner)}`;
    case 'month':
      return write(at, MONTH_OF_YEAR, locale);
    case 'week':
      return weekWords(at, manner);
    case 'day':
      return `${write(at, { weekday: 'short' }, locale)} ${write(at, DAY, locale)}`;
    case 'hour':
      return `${write(at, DAY, locale)}, ${hourWords(at, locale)}`;
  }
}

/**
 * The short word of a step on an axis, and the larger step it belongs to, written once where it changes.
 * Example: `stepTick('2025-03-01', 'month')` is `{ label: 'Mar', under: '2025' }`.
 */
export function stepTick(iso: string, step: Step, manner: Manner = {}): { label: string; under?: string } {
  const at = fromIso(iso);
  const { locale } = manner;
  const year = String(fields(at).year);
  switch (step) {
    case 'year':
      return { label: yearName(at, manner) };
    case 'quarter':
      return { label: quarterWords(at, manner), under: yearName(floor(at, 'year', manner), manner) };
    case 'month':
      return { label: monthShort(at, locale), under: year };
    case 'week':
    case 'day':
      return { label: write(at, DAY_OF_MONTH, locale), under: year };
    case 'hour':
      return { label: hourWords(at, locale), under: write(at, DAY_OF_MONTH, locale) };
  }
}

/** The words of a place in a cycle: "March", "Tue", "16:00". 2024-01-01 was a Monday. */
export function cycleLabel(place: number, cycle: Cycle, long = false, locale?: Locale): string {
  if (cycle === 'hour-of-day') return hourWords(Date.UTC(2024, 0, 1, place), locale);
  const length = long ? 'long' : 'short';
  if (cycle === 'weekday') return write(Date.UTC(2024, 0, place), { weekday: length }, locale);
  return write(Date.UTC(2024, place - 1, 1), { month: length }, locale);
}

/** The stretch of time that a chart shows: "January 2023 to November 2025". */
export function spanWords(first: string, last: string, step: Step, manner: Manner = {}): string {
  const { locale } = manner;
  const words = (iso: string) => {
    const at = fromIso(iso);
    if (step === 'month') return write(at, { month: 'long', year: 'numeric' }, locale);
    return step === 'week' || step === 'day' ? write(at, DAY, locale) : stepLabel(iso, step, manner);
  };
  const end = step === 'week' ? words(isoDate(offset(fromIso(last), 'day', 6))) : words(last);
  if (words(first) === end) return end;
  return isEnglish(locale) ? `${words(first)} to ${end}` : `${words(first)} – ${end}`;
}

const DAY_MS = 86_400_000;

/** How many places apart labelled steps stand so that they fall on round ones: every third month, every Monday. */
export function roundStride(step: Step): readonly number[] {
  switch (step) {
    case 'hour':
      return [1, 2, 3, 6, 12, 24, 48, 168];
    case 'day':
      return [1, 2, 7, 14, 30, 61, 91, 182, 365, 730, 1826];
    case 'week':
      return [1, 2, 4, 13, 26, 52, 104];
    case 'month':
      return [1, 2, 3, 6, 12, 24, 60, 120];
    case 'quarter':
      return [1, 2, 4, 8, 20, 40];
    case 'year':
      return [1, 2, 5, 10, 20, 50, 100, 200];
  }
}

/**
 * Where a stride may begin: January for months, the year divisible by the stride, Monday for days.
 * Example: `startsStride('2025-04-01', 'month', 3)` is `true`.
 */
export function startsStride(iso: string, step: Step, stride: number, calendar: Calendar = {}): boolean {
  const at = fromIso(iso);
  const f = fields(at);
  const month = (f.month - (calendar.yearStart ?? 1) + 12) % 12;
  switch (step) {
    case 'year':
      return f.year % stride === 0;
    case 'quarter':
      return stride <= 4 ? (month / 3) % stride === 0 : month === 0 && f.year % (stride / 4) === 0;
    case 'month':
      return stride <= 12 ? (f.month - 1) % stride === 0 : f.month === 1 && f.year % (stride / 12) === 0;
    case 'day':
      // Beyond two weeks on the first of months, every so many of them.
      if (stride >= 30) return f.day === 1 && (f.year * 12 + f.month - 1) % Math.round(stride / 30.4) === 0;
      if (stride >= 7)
        return (
          placeInCycle(at, 'weekday') === (calendar.weekStart === 'sunday' ? 7 : 1) &&
          Math.floor(at / (7 * DAY_MS)) % Math.round(stride / 7) === 0
        );
      return Math.floor(at / DAY_MS) % stride === 0;
    case 'hour':
      return stride <= 24 ? f.hour % stride === 0 : f.hour === 0;
    case 'week':
      return true;
  }
}

/** "1 month", "12 months". */
export function stepsInWords(count: number, step: Step): string {
  return `${count.toLocaleString('en-GB')} ${step}${count === 1 ? '' : 's'}`;
}
