import type { ChartSpec } from '../spec';
import type { Frame } from './frame';

/** Which points are set aside, and which of them stand in the chart. */
export interface Aside {
  /** Places of the frame that leave it, or stand empty, whole. */
  readonly places: ReadonlySet<number>;
  /** Single series at single places. */
  readonly points: ReadonlyMap<string, ReadonlySet<number>>;
  /** The entries of the spec that were found, by their place in it. */
  readonly found: readonly number[];
}

/** Finds the points that a spec sets aside among the places of a frame. */
export function findAside(frame: Pick<Frame, 'across' | 'series'>, wishes: ChartSpec['setAside'] = []): Aside {
  const at = new Map(frame.across.values.map((value, i) => [String(value), i]));
  const ids = new Set(frame.series.map(({ id }) => id));
  const places = new Set<number>();
  const points = new Map<string, Set<number>>();
  const found: number[] = [];
  wishes.forEach(({ across, series }, i) => {
    const place = at.get(String(across));
    if (place === undefined || (series !== undefined && !ids.has(series))) return;
    found.push(i);
    if (series === undefined) places.add(place);
    else points.set(series, (points.get(series) ?? new Set<number>()).add(place));
  });
  return { places, points, found };
}

/** Takes set-aside points out: steps and single points stand empty. */
export function emptyAside(frame: Frame, { places, points }: Aside): Frame {
  return {
    ...frame,
    series: frame.series.map((series) => ({
      ...series,
      values: series.values.map((value, i) => (places.has(i) || points.get(series.id)?.has(i) ? null : value)),
    })),
  };
}
