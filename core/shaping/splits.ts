import { fields, floor, instant, isoDate, offset, type Instant } from '../calendar';
import type { GrainValue } from '../grain';
import { BLANK, column, type ChartSpec, type Columns } from '../spec';
import { ownPlace } from './order';
import { compareGroups, foldText, groupText, toInstant } from './places';

/** One series of a split: what it is called. */
export interface Split {
  /** Absent where there is no split. */
  readonly value?: GrainValue;
}

/** The keys that one portion is split by, one per group of rows; none where it is not split. */
export interface SplitKeys {
  readonly column?: string;
  readonly columns: Columns;
  readonly keys: readonly GrainValue[];
  readonly size: number;
  /** From another sheet than the chart's: matched by text. */
  readonly other: boolean;
}

/** The values that the series are split by, in order of name, and for each portion and group of rows the one it is of, or -1. */
export function splitsOf(portions: readonly SplitKeys[], spec: ChartSpec): { splits: Split[]; at: number[][] } {
  const zeros = ({ size }: SplitKeys) => new Array<number>(size).fill(0);
  if (!spec.split) return { splits: [{}], at: portions.map(zeros) };
  const named = portions.map((one) => one.keys.map((key) => splitName(key, one.columns, one.column ?? '', spec)));
  const own = portions.flatMap(({ other }, p) => (other ? [] : [p]));
  const leading = own.length > 0 ? own : portions.map((_, p) => p);
  const values = [...new Set(leading.flatMap((p) => named[p]))].sort(compareGroups);
  const place = ownPlace(values.filter((value) => value !== null && value !== BLANK).map(String));
  if (place) values.sort((a, b) => placeOf(a, place) - placeOf(b, place));
  const places = new Map(values.map((value, i) => [value, i]));
  const text = (value: GrainValue) => foldText(groupText(value, { type: 'text' }));
  const folded = new Map(values.map((value, i) => [text(value), i]));
  return {
    splits: values.map((value) => ({ value })),
    at: portions.map((one, p) => {
      if (one.column === undefined) return zeros(one);
      return named[p].map((name) => (leading.includes(p) ? places.get(name) : folded.get(text(name))) ?? -1);
    }),
  };
}

const placeOf = (value: GrainValue, place: (value: string) => number) =>
  value === null || value === BLANK ? Infinity : place(String(value));

/** What a series of a split is called: dates by their step, all else as it is. */
export function splitName(key: GrainValue, columns: Columns, by: string, spec: ChartSpec): GrainValue {
  const profile = column(columns, by);
  const step = spec.split?.step;
  if (step && !(profile.meaning === 'year' && profile.type === 'integer'))
    return stepName(toInstant(key, profile), step, spec);
  return profile.type === 'date' || profile.type === 'datetime' ? (typeof key === 'number' ? isoDate(key) : key) : key;
}

function stepName(at: number | undefined, step: 'year' | 'quarter', spec: ChartSpec): GrainValue {
  if (at === undefined) return null;
  const start = floor(at, step, spec.calendar);
  const year = Number(isoDate(start).slice(0, 4));
  if (step === 'year')
    return (spec.calendar?.yearStart ?? 1) === 1
      ? String(year)
      : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
  const month = Number(isoDate(start).slice(5, 7));
  const quarter = Math.floor(((((month - (spec.calendar?.yearStart ?? 1)) % 12) + 12) % 12) / 3) + 1;
  return `${year} Q${quarter}`;
}

/** The stretch of time of a step that a split is named by: "2024", "2024/25", "2024 Q1"; its end is not in it. */
export function stretchOf(
  name: string,
  step: 'year' | 'quarter',
  calendar: ChartSpec['calendar'],
): { from: Instant; to: Instant } {
  const start = instant(Number(name.slice(0, 4)), calendar?.yearStart ?? 1);
  if (step === 'year') return { from: start, to: offset(start, 'year', 1) };
  const quarter = Number(name.slice(-1));
  // Quarters of a business year are named by the calendar year that they begin in.
  const wanted = [start, offset(start, 'year', -1)]
    .map((year) => offset(year, 'quarter', quarter - 1))
    .find((from) => fields(from).year === Number(name.slice(0, 4)));
  const from = wanted ?? start;
  return { from, to: offset(from, 'quarter', 1) };
}
