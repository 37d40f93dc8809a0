import {
  DAY,
  fields,
  floor,
  fromIso,
  HOUR,
  instant,
  isoDate,
  isoDateTime,
  offset,
  type Instant,
  type Step,
} from '../calendar';
import { readDay } from '../inference';
import type { ChartSpec } from '../spec';
import type { Stretch } from './looked';

type Places = readonly (string | number)[];

/** The place of a date, a number or a name among what stands across; a date inside a step stands at the step. `undefined` where it is none of them. */
export function placeOf(
  value: string | number,
  values: Places,
  spec: Pick<ChartSpec, 'across' | 'calendar'>,
): number | undefined {
  const exact = values.findIndex((one) => String(one) === String(value));
  if (exact >= 0) return exact;
  const { across } = spec;
  if (across.as === 'time') {
    const iso = dayOf(value);
    if (iso === undefined) return undefined;
    const start = floor(fromIso(iso), across.step, spec.calendar);
    const written = across.step === 'hour' ? isoDateTime(start) : isoDate(start);
    const at = values.findIndex((one) => one === written || fromIso(String(one)) === start);
    return at < 0 ? undefined : at;
  }
  if (across.as === 'bins' && typeof value === 'number' && values.length > 1) {
    const width = Number(values[1]) - Number(values[0]);
    const at = values.findIndex((low) => value >= Number(low) && value < Number(low) + width);
    return at < 0 ? undefined : at;
  }
  return undefined;
}

/** A day as it is written or typed; `undefined` where it is none. */
export function dayOf(value: string | number): string | undefined {
  const text = typeof value === 'number' ? String(value) : value.trim();
  if (/^\d{4}$/.test(text)) return `${text}-01-01`;
  if (/^\d{4}-\d\d$/.test(text)) return dayOf(`${text}-01`);
  if (/^\d{4}-\d\d-\d\dT/.test(text)) {
    try {
      return isoDateTime(fromIso(text));
    } catch {
      return undefined;
    }
  }
  return readDay(text);
}

/** The stretch in sight as places, both in it; `undefined` where it is all of them, words where it holds none. */
export function stretchOf(spec: ChartSpec, values: Places, ahead = 0): Stretch | { readonly why: string } | undefined {
  const { view, across } = spec;
  if (!view || values.length === 0) return undefined;
  if ('last' in view) {
    if (across.as !== 'time') return { why: 'only time has a last stretch' };
    // Counted back from the last place of the data; what is foretold beyond it stays in sight.
    const last = values.length - 1;
    return whole({ from: lastFrom(values, view, across.step, last - ahead), to: last }, values);
  }
  const [from, to] = [endOf(view.from, values, spec, 'from'), endOf(view.to, values, spec, 'to')];
  if (from === undefined || to === undefined || from > to)
    return { why: `"${view.from}" to "${view.to}" is no stretch of this chart` };
  return whole({ from, to }, values);
}

const whole = (stretch: Stretch, values: Places): Stretch | undefined =>
  stretch.from <= 0 && stretch.to >= values.length - 1 ? undefined : stretch;

/** An end that lies outside of what there is goes as far as there is. */
function endOf(value: string | number, values: Places, spec: ChartSpec, end: 'from' | 'to'): number | undefined {
  const at = placeOf(value, values, spec);
  if (at !== undefined || spec.across.as === 'group') return at;
  const number = (one: string | number): number => {
    const day = spec.across.as === 'time' ? dayOf(one) : undefined;
    return day === undefined ? Number(one) : fromIso(day);
  };
  const wanted = number(value);
  if (!Number.isFinite(wanted)) return undefined;
  const inside = values.map((one, i) => [number(one), i] as const);
  if (end === 'from') return inside.find(([one]) => one >= wanted)?.[1];
  return [...inside].reverse().find(([one]) => one <= wanted)?.[1];
}

/** The first place of the last so many steps, counted back from a place. */
function lastFrom(values: Places, { last, step }: { last: number; step: Step }, shown: Step, end: number): number {
  const final = fromIso(String(values[Math.max(end, 0)]));
  const after = offset(final, shown, 1);
  const start = stretchBefore(after, step, last);
  const from = values.findIndex((one) => fromIso(String(one)) >= start);
  return from < 0 ? Math.max(end, 0) : from;
}

const MONTHS: Readonly<Partial<Record<Step, number>>> = { month: 1, quarter: 3, year: 12 };

/**
 * So many steps before an instant, to the day: six months before 3 November are on 3 May. Of a shorter month its last day.
 * Example: `isoDate(stretchBefore(fromIso('2025-03-31'), 'month', 1))` is `'2025-02-28'`.
 */
export function stretchBefore(after: Instant, step: Step, count: number): Instant {
  const months = MONTHS[step];
  if (months === undefined) return offset(after, step, -count);
  const { year, month, day, hour } = fields(after);
  const first = instant(year, month - months * count);
  const days = Math.round((offset(first, 'month', 1) - first) / DAY);
  return first + (Math.min(day, days) - 1) * DAY + hour * HOUR;
}
