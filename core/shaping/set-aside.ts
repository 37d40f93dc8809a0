import { floor, fromIso, offset, type Step } from '../calendar';
import type { ChartSpec } from '../spec';
import type { Frame } from './frame';

/** Which points are set aside, and which of them stand in the chart. */
export interface Aside {
  /** Places that leave the chart, or stand empty, whole. */
  readonly places: ReadonlySet<number>;
  /** Single series at single places. */
  readonly points: ReadonlyMap<string, ReadonlySet<number>>;
  /** The entries of the spec that were found, by their place in it. */
  readonly found: readonly number[];
}

/**
 * Finds the points that a spec sets aside among places and series.
 * Example: `findAside(['Yard', 'Fair'], [{ id: 'l1' }], [{ across: 'Fair' }]).found` is `[0]`.
 */
export function findAside(
  values: readonly (string | number)[],
  series: readonly { readonly id: string }[],
  wishes: ChartSpec['setAside'] = [],
  { across: run, calendar }: Partial<Pick<ChartSpec, 'across' | 'calendar'>> = {},
): Aside {
  const at = new Map(values.map((value, i) => [String(value), i]));
  const ids = new Set(series.map(({ id }) => id));
  const places = new Set<number>();
  const points = new Map<string, Set<number>>();
  const found: number[] = [];
  wishes.forEach(({ across, series: id, step }, i) => {
    const shown = run?.as === 'time' ? run.step : undefined;
    const held =
      step === undefined || shown === undefined || step === shown
        ? [at.get(String(across))]
        : placesWithin(values, String(across), step, calendar);
    const those = held.filter((place) => place !== undefined);
    if (those.length === 0 || (id !== undefined && !ids.has(id))) return;
    found.push(i);
    for (const place of those)
      if (id === undefined) places.add(place);
      else points.set(id, (points.get(id) ?? new Set<number>()).add(place));
  });
  return { places, points, found };
}

/** The places that begin within a step of the calendar: the quarters of a year; none of a step that is finer than the places. */
function placesWithin(
  values: readonly (string | number)[],
  start: string,
  step: Step,
  calendar: ChartSpec['calendar'],
): number[] {
  if (!/^\d{4}-\d\d-\d\d/.test(start)) return [];
  const from = floor(fromIso(start), step, calendar);
  const to = offset(from, step, 1);
  const within = values.flatMap((value, i) => {
    const at = fromIso(String(value));
    return at >= from && at < to ? [i] : [];
  });
  const [first, second] = [values[0], values[1]].map((value) =>
    value === undefined ? undefined : fromIso(String(value)),
  );
  // A day that was set aside is only a part of its month.
  return first !== undefined && second !== undefined && second - first > to - from ? [] : within;
}

/** Takes set-aside points out: steps and single points stand empty. */
export function emptyAside(frame: Frame, { places, points }: Aside): Frame {
  if (places.size === 0 && points.size === 0) return frame;
  return {
    ...frame,
    series: frame.series.map((series) => {
      const leave = <T>(list: readonly (T | null)[]) =>
        list.map((value, i) => (places.has(i) || points.get(series.id)?.has(i) ? null : value));
      return { ...series, values: leave(series.values), ...(series.texts ? { texts: leave(series.texts) } : {}) };
    }),
  };
}

/** The frame that knows which wishes it was told of were found. */
export function withAside(frame: Frame, found: Iterable<number>): Frame {
  const all = [...new Set([...(frame.facts.setAside ?? []), ...found])].sort((a, b) => a - b);
  return all.length > 0 ? { ...frame, facts: { ...frame.facts, setAside: all } } : frame;
}
