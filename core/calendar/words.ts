import { placeInCycle, type Cycle } from './cycle';
import { fields, fromIso, isoDate } from './instant';
import { floor, isoWeek, offset, type Calendar, type Step } from './step';

/** The language that numbers and dates are written in. */
export const LOCALE = 'en-GB';

const format = (options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat(LOCALE, { timeZone: 'UTC', ...options });
const MONTH = format({ month: 'short' });
const LONG_MONTH = format({ month: 'long' });
const WEEKDAY = format({ weekday: 'short' });
const LONG_WEEKDAY = format({ weekday: 'long' });

/** "Sep", never "Sept": three letters for every month. */
export const monthShort = (at: number) => MONTH.format(at).slice(0, 3);

/** A calendar or business year: "2024", or "2024/25" where it does not start in January. */
export function yearName(start: number, calendar: Calendar = {}): string {
  const { year } = fields(start);
  return (calendar.yearStart ?? 1) === 1 ? String(year) : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
}

function quarterNumber(start: number, calendar: Calendar = {}): number {
  return Math.floor(((((fields(start).month - (calendar.yearStart ?? 1)) % 12) + 12) % 12) / 3) + 1;
}

/** A step in words, whole: "May 2024", "Q2 2024", "week 10, 3 Mar 2025", "4 Mar 2025", "4 Mar 2025, 16:00". */
export function stepLabel(iso: string, step: Step, calendar: Calendar = {}): string {
  const at = fromIso(iso);
  const f = fields(at);
  const day = `${f.day} ${monthShort(at)} ${f.year}`;
  switch (step) {
    case 'year':
      return yearName(at, calendar);
    case 'quarter':
      return `Q${quarterNumber(at, calendar)} ${yearName(floor(at, 'year', calendar), calendar)}`;
    case 'month':
      return `${monthShort(at)} ${f.year}`;
    case 'week':
      return calendar.weekStart === 'sunday' ? `week of ${day}` : `week ${isoWeek(at).week}, from ${day}`;
    case 'day':
      return `${WEEKDAY.format(at)} ${day}`;
    case 'hour':
      return `${day}, ${String(f.hour).padStart(2, '0')}:00`;
  }
}

/** The short word of a step on an axis, and the larger step it belongs to, written once where it changes. */
export function stepTick(iso: string, step: Step, calendar: Calendar = {}): { label: string; under?: string } {
  const at = fromIso(iso);
  const f = fields(at);
  switch (step) {
    case 'year':
      return { label: yearName(at, calendar) };
    case 'quarter':
      return { label: `Q${quarterNumber(at, calendar)}`, under: yearName(floor(at, 'year', calendar), calendar) };
    case 'month':
      return { label: monthShort(at), under: String(f.year) };
    case 'week':
    case 'day':
      return { label: `${f.day} ${monthShort(at)}`, under: String(f.year) };
    case 'hour':
      return { label: `${String(f.hour).padStart(2, '0')}:00`, under: `${f.day} ${monthShort(at)}` };
  }
}

/** The words of a place in a cycle: "March", "Tue", "16:00". 2024-01-01 was a Monday. */
export function cycleLabel(place: number, cycle: Cycle, long = false): string {
  if (cycle === 'hour-of-day') return `${String(place).padStart(2, '0')}:00`;
  if (cycle === 'weekday') return (long ? LONG_WEEKDAY : WEEKDAY).format(Date.UTC(2024, 0, place));
  return long ? LONG_MONTH.format(Date.UTC(2024, place - 1, 1)) : monthShort(Date.UTC(2024, place - 1, 1));
}

/** The stretch of time that a chart shows: "January 2023 to November 2025". */
export function spanWords(first: string, last: string, step: Step, calendar: Calendar = {}): string {
  const words = (iso: string) => {
    const at = fromIso(iso);
    if (step === 'month') return `${LONG_MONTH.format(at)} ${fields(at).year}`;
    if (step === 'week') return `${fields(at).day} ${monthShort(at)} ${fields(at).year}`;
    return stepLabel(iso, step, calendar).replace(/^[A-Z][a-z]{2} (?=\d)/, '');
  };
  const end = step === 'week' ? words(isoDate(offset(fromIso(last), 'day', 6))) : words(last);
  return words(first) === end ? end : `${words(first)} to ${end}`;
}

/** How many places apart labelled steps stand so that they fall on round ones: every third month, every Monday. */
export function roundStride(step: Step): readonly number[] {
  switch (step) {
    case 'hour':
      return [1, 2, 3, 6, 12, 24, 48, 168];
    case 'day':
      return [1, 2, 7, 14, 28, 91, 182, 365];
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

/** Where a stride may begin: January for months, the year divisible by the stride, Monday for days. */
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
      return stride < 7 ? true : placeInCycle(at, 'weekday') === 1;
    case 'hour':
      return stride <= 24 ? f.hour % stride === 0 : f.hour === 0;
    case 'week':
      return true;
  }
}
