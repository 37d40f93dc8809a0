import {
  count,
  floor,
  fromIso,
  instant,
  isoDate,
  isoDateTime,
  placeInCycle,
  placesOfCycle,
  range,
  type Cycle,
  type Instant,
  type Step,
} from '../calendar';
import { monthNumber, weekdayNumber, type ColumnProfile } from '../inference';
import type { Grain, GrainValue } from '../grain';
import { column, type ChartSpec, type Columns } from '../spec';
import { BLANK } from './frame';

/** Where each group of rows of a grain stands on the axis: `at[i]` is a place in `values`, or -1 for blank ones that are left out. */
export interface Places {
  readonly values: readonly (string | number)[];
  readonly at: readonly number[];
  readonly first?: string;
  readonly last?: string;
  readonly blankAt?: number;
}

/** Lays the first axis of a grain out as the chart's across: the unbroken run of steps, the places of a cycle, the groups, the bins. */
export function placesAcross(
  spec: ChartSpec,
  columns: Columns,
  grain: Grain,
  bins?: { start: number; width: number; count: number },
): Places {
  const keys = grain.axes[0];
  const { across } = spec;
  const profile = column(columns, across.column);
  if (across.as === 'time') return timePlaces(keys, profile, across.step, spec);
  if (across.as === 'cycle') return cyclePlaces(keys, profile, across.cycle, spec);
  if (across.as === 'bins' && bins) {
    const values = Array.from({ length: bins.count }, (_, i) => tidy(bins.start + i * bins.width));
    return { values, at: keys.map((key) => (key === null ? -1 : Math.min(Math.max(Number(key), 0), bins.count - 1))) };
  }
  return groupPlaces(keys, profile);
}

function timePlaces(keys: readonly GrainValue[], profile: ColumnProfile, step: Step, spec: ChartSpec): Places {
  const calendar = spec.calendar ?? {};
  const instants = keys.map((key) => toInstant(key, profile));
  const known = instants.filter((at): at is Instant => at !== undefined);
  if (known.length === 0) return { values: [], at: keys.map(() => -1) };
  const first = known.reduce((a, b) => Math.min(a, b));
  const last = known.reduce((a, b) => Math.max(a, b));
  const write = step === 'hour' ? isoDateTime : isoDate;
  const start = floor(first, step, calendar);
  return {
    values: range(first, last, step, calendar).map(write),
    at: instants.map((at) => (at === undefined ? -1 : count(start, floor(at, step, calendar), step))),
    first: write(first),
    last: write(last),
  };
}

/** An instant as it came from the table, or the first day of a plain year. */
export function toInstant(key: GrainValue, profile: Pick<ColumnProfile, 'meaning' | 'type'>): Instant | undefined {
  if (key === null) return undefined;
  if (profile.meaning === 'year' && profile.type === 'integer') return instant(Number(key));
  return typeof key === 'number' ? key : fromIso(String(key));
}

function cyclePlaces(keys: readonly GrainValue[], profile: ColumnProfile, cycle: Cycle, spec: ChartSpec): Places {
  const place = (key: GrainValue): number | undefined => {
    if (key === null) return undefined;
    if (profile.type === 'integer') return Number(key);
    if (profile.type === 'text') return cycle === 'weekday' ? weekdayNumber(String(key)) : monthNumber(String(key));
    if (cycle === 'hour-of-day') return Number(key);
    return placeInCycle(Number(key), cycle);
  };
  const all = placesOfCycle(cycle, spec.calendar);
  const found = keys.map(place);
  const held = found.filter((value): value is number => value !== undefined);
  const values =
    cycle === 'hour-of-day' && held.length > 0
      ? all.filter((hour) => hour >= Math.min(...held) && hour <= Math.max(...held))
      : all;
  return { values, at: found.map((value) => (value === undefined ? -1 : values.indexOf(value))) };
}

function groupPlaces(keys: readonly GrainValue[], profile: ColumnProfile): Places {
  const different = [...new Set(keys)].sort(compareGroups);
  const places = new Map(different.map((key, i) => [key, i]));
  const blankAt = places.get(null);
  return {
    values: different.map((key) => groupText(key, profile)),
    at: keys.map((key) => places.get(key) ?? -1),
    ...(blankAt !== undefined ? { blankAt } : {}),
  };
}

/** A group's text as it is shown: yes and no as words, blanks as "(blank)". */
export function groupText(key: GrainValue, profile: Pick<ColumnProfile, 'type'>): string {
  if (key === null) return BLANK;
  if (typeof key === 'boolean') return key ? 'Yes' : 'No';
  if (profile.type === 'date' || profile.type === 'datetime')
    return typeof key === 'number' ? (profile.type === 'date' ? isoDate(key) : isoDateTime(key)) : String(key);
  return String(key);
}

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** By name: numbers as numbers, months and weekdays by the calendar, yes before no, blanks last. */
export function compareGroups(a: GrainValue, b: GrainValue): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  if (typeof a === 'boolean' && typeof b === 'boolean') return Number(b) - Number(a);
  return words.compare(String(a), String(b));
}

/** Takes off the last binary digits that adding up a width leaves: 0.30000000000000004 is 0.3. */
export function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
