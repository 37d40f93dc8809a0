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
import type { GrainValue } from '../grain';
import { BLANK, MOST_SINGLE_ROWS, type ChartSpec, type Stretch } from '../spec';
import { checkRun } from './limits';

/** One portion's keys of what runs across, one per group of rows, and the column that they come from. */
export interface AcrossKeys {
  readonly keys: readonly GrainValue[];
  readonly profile: ColumnProfile;
  /** From another sheet than the chart's: its groups are matched to those of the chart. */
  readonly other: boolean;
  /** The windows of time among the portion's filters. */
  readonly stretches: readonly Stretch[];
  /** Of single rows: what each is called, and its place in their order. */
  readonly rows?: { readonly names: readonly GrainValue[]; readonly places: readonly number[] };
}

/** Where each group of rows stands on the axis: `at[p][i]` is the place of group i of portion p in `values`, or -1 where it has none. */
export interface Places {
  readonly values: readonly (string | number)[];
  readonly at: readonly (readonly number[])[];
  /** The first and last day (or hour) with rows of the chart's own sheet, or of all where it has none. */
  readonly first?: string;
  readonly last?: string;
  readonly blankAt?: number;
  /** The words of each place where they are not its value. */
  readonly labels?: readonly string[];
  /** There are more rows than are drawn one by one. */
  readonly cut?: boolean;
}

/** Lays the keys of all portions out as the chart's across: the unbroken run of steps, the places of a cycle, the groups, the bins. */
export function placesAcross(
  spec: ChartSpec,
  portions: readonly AcrossKeys[],
  bins?: { start: number; width: number; count: number },
): Places {
  const { across } = spec;
  if (across.as === 'time') return timePlaces(portions, across.step, spec);
  if (across.as === 'cycle') return cyclePlaces(portions, across.cycle, spec);
  if (across.as === 'bins' && bins) {
    const values = Array.from({ length: bins.count }, (_, i) => tidy(bins.start + i * bins.width));
    const place = (key: GrainValue) => (key === null ? -1 : Math.min(Math.max(Number(key), 0), bins.count - 1));
    return { values, at: portions.map(({ keys }) => keys.map(place)) };
  }
  return across.as === 'rows' ? rowPlaces(portions) : groupPlaces(portions);
}

function timePlaces(portions: readonly AcrossKeys[], step: Step, spec: ChartSpec): Places {
  const calendar = spec.calendar ?? {};
  const instants = portions.map(({ keys, profile }) => keys.map((key) => toInstant(key, profile)));
  const known = (some: readonly (Instant | undefined)[][]) =>
    some.flat().filter((at): at is Instant => at !== undefined);
  const ends = (list: readonly Instant[]) =>
    list.reduce<[Instant, Instant] | undefined>(
      (range, at) => (range ? [Math.min(range[0], at), Math.max(range[1], at)] : [at, at]),
      undefined,
    );
  const all = ends(known(instants));
  // A window shows all its steps up to its day, with or without rows.
  const windows = portions.flatMap(({ stretches, profile }) =>
    stretches.filter((stretch) => stretch.column === profile.key),
  );
  const run = ends([
    ...(all ?? []),
    ...windows.flatMap(({ from, to, reference }) => [from, Math.min(reference, to - 1)]),
  ]);
  if (!run) return { values: [], at: portions.map(({ keys }) => keys.map(() => -1)) };
  checkRun(run[0], run[1], step, calendar);
  const own = ends(known(instants.filter((_, p) => !portions[p].other))) ?? all;
  const write = step === 'hour' ? isoDateTime : isoDate;
  const start = floor(run[0], step, calendar);
  // The same days come again for every group: each is laid on its step once.
  const steps = new Map<Instant, number>();
  const placeOf = (at: Instant): number => {
    let place = steps.get(at);
    if (place === undefined) steps.set(at, (place = count(start, floor(at, step, calendar), step)));
    return place;
  };
  return {
    values: range(run[0], run[1], step, calendar).map(write),
    at: instants.map((list) => list.map((at) => (at === undefined ? -1 : placeOf(at)))),
    ...(own ? { first: write(own[0]), last: write(own[1]) } : {}),
  };
}

/** An instant as it came from the table, or the first day of a plain year. */
export function toInstant(key: GrainValue, profile: Pick<ColumnProfile, 'meaning' | 'type'>): Instant | undefined {
  if (key === null) return undefined;
  if (profile.meaning === 'year' && profile.type === 'integer') return instant(Number(key));
  return typeof key === 'number' ? key : fromIso(String(key));
}

function cyclePlaces(portions: readonly AcrossKeys[], cycle: Cycle, spec: ChartSpec): Places {
  const found = portions.map(({ keys, profile }) => keys.map((key) => cyclePlace(key, profile, cycle)));
  const held = found.flat().filter((value): value is number => value !== undefined);
  const all = placesOfCycle(cycle, spec.calendar);
  const first = held.reduce((a, b) => Math.min(a, b), Infinity);
  const last = held.reduce((a, b) => Math.max(a, b), -Infinity);
  const values = cycle === 'hour-of-day' && held.length > 0 ? all.filter((hour) => hour >= first && hour <= last) : all;
  return { values, at: found.map((list) => list.map((value) => (value === undefined ? -1 : values.indexOf(value)))) };
}

/** Keys of days are instants; those of a question at the level shown are places already. */
function cyclePlace(key: GrainValue, profile: ColumnProfile, cycle: Cycle): number | undefined {
  if (key === null) return undefined;
  if (profile.type === 'integer') return Number(key);
  if (profile.type === 'text') return cycle === 'weekday' ? weekdayNumber(String(key)) : monthNumber(String(key));
  return typeof key === 'number' ? key : placeInCycle(fromIso(String(key)), cycle);
}

/**
 * Days as places of a cycle: what a question by day answers, before it is laid out.
 * Example: `daysToCycle([fromIso('2025-03-04'), null], 'month-of-year')` is `[3, null]`.
 */
export function daysToCycle(keys: readonly GrainValue[], cycle: Cycle): GrainValue[] {
  return keys.map((key) => (key === null ? null : placeInCycle(Number(key), cycle)));
}

/** Each row is a place, called by a column of its own; those of one name are told apart by a number. */
function rowPlaces(portions: readonly AcrossKeys[]): Places {
  const found = new Map<GrainValue, { name: string; place: number }>();
  for (const { keys, profile, rows } of portions)
    keys.forEach((key, i) => {
      if (rows) found.set(key, { name: groupText(rows.names[i], profile), place: rows.places[i] });
    });
  const all = [...found].sort(([, a], [, b]) => a.place - b.place);
  const drawn = all.slice(0, MOST_SINGLE_ROWS);
  const at = new Map(drawn.map(([key], i) => [key, i]));
  const times = new Map<string, number>();
  const values = drawn.map(([, { name }]) => {
    const nth = (times.get(name) ?? 0) + 1;
    times.set(name, nth);
    return nth === 1 ? name : `${name} (${nth})`;
  });
  return {
    values,
    labels: drawn.map(([, { name }]) => name),
    at: portions.map(({ keys }) => keys.map((key) => at.get(key) ?? -1)),
    ...(all.length > drawn.length ? { cut: true } : {}),
  };
}

function groupPlaces(portions: readonly AcrossKeys[]): Places {
  const own = portions.filter(({ other }) => !other);
  const leading = own.length > 0 ? own : portions;
  const different = [...new Set(leading.flatMap(({ keys }) => keys))].sort(compareGroups);
  const places = new Map(different.map((key, i) => [key, i]));
  const { profile } = leading[0];
  const values = different.map((key) => groupText(key, profile));
  const folded = new Map(values.map((text, i) => [foldText(text), i]));
  const blankAt = places.get(null);
  return {
    values,
    at: portions.map((portion) =>
      portion.keys.map((key) =>
        leading.includes(portion)
          ? (places.get(key) ?? -1)
          : (folded.get(foldText(groupText(key, portion.profile))) ?? -1),
      ),
    ),
    ...(blankAt !== undefined ? { blankAt } : {}),
  };
}

/**
 * Texts that are one where case and spaces are forgiven.
 * Example: `foldText('  YARD  two ')` is `'yard two'`.
 */
export function foldText(text: string): string {
  return text.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();
}

/** A group's text as it is shown: yes and no as words, blanks as "(blank)". */
export function groupText(key: GrainValue, profile: Pick<ColumnProfile, 'type'>): string {
  if (key === null) return BLANK;
  if (typeof key === 'boolean') return key ? 'Yes' : 'No';
  if (profile.type === 'date' || profile.type === 'datetime')
    return typeof key === 'number' ? (profile.type === 'date' ? isoDate(key) : isoDateTime(key)) : String(key);
  return String(key);
}

/** A group's key as a filter names it: dates written out, all else as it is. */
export function filterValue(key: GrainValue, profile: Pick<ColumnProfile, 'type'>): GrainValue {
  return key !== null && (profile.type === 'date' || profile.type === 'datetime') ? groupText(key, profile) : key;
}

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/**
 * By name: numbers as numbers, months and weekdays by the calendar, yes before no, blanks last.
 * Example: `['10', '9', 'a'].sort(compareGroups)` is `['9', '10', 'a']`.
 */
export function compareGroups(a: GrainValue, b: GrainValue): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  if (typeof a === 'boolean' && typeof b === 'boolean') return Number(b) - Number(a);
  return words.compare(String(a), String(b)) || (String(a) < String(b) ? -1 : String(a) > String(b) ? 1 : 0);
}

/**
 * Takes off the last binary digits that adding up a width leaves: 0.30000000000000004 is 0.3.
 * Example: `tidy(0.1 + 0.2)` is `0.3`.
 */
export function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
