import { stackSpans, type ChartModel, type ModelSeries } from '@/core/layout';
import { thinned } from '@/core/statistics';

/** A point of a series: its place across, and its height; what stands on a stack begins at `from`. */
export interface RunPoint {
  readonly at: number;
  readonly value: number;
  readonly from?: number;
}

/** One drawn run of a series: between open gaps a line is broken, so each stretch is drawn on its own. */
export interface Run {
  readonly points: readonly RunPoint[];
  /** A single point, which a line alone would not show. */
  readonly alone: boolean;
}

/** The unbroken runs of a series that is drawn by its points. A line that carries on from another begins at its end. */
export function runsOf(series: ModelSeries, model: Pick<ChartModel, 'series' | 'across'>): Run[] {
  const rests = new Set(model.across.rests);
  const spans = series.stack === undefined ? undefined : stackSpans(model.series).get(series.id);
  const joined = model.series.find(({ id }) => id === series.joins);
  return stretchesOf(series, rests).map((places) => {
    const points = places.map((at): RunPoint => {
      const span = spans?.[at];
      return span ? { at, from: span[0], value: span[1] } : { at, value: series.values[at] ?? 0 };
    });
    const before = joined && joinPlace(joined, places[0], rests);
    const start = before === undefined ? undefined : joined?.values[before];
    if (before === undefined || start === undefined || start === null) return { points, alone: points.length === 1 };
    return { points: [{ at: before, value: start }, ...points], alone: false };
  });
}

/** The place of the value that a carried-on line begins at: the last one before it, where nothing but rests lies between. */
function joinPlace(joined: ModelSeries, first: number | undefined, rests: ReadonlySet<number>): number | undefined {
  if (first === undefined) return undefined;
  let at = first - 1;
  while (at >= 0 && joined.values[at] === null && rests.has(at)) at--;
  return at >= 0 && joined.values[at] !== null ? at : undefined;
}

/** The places of each unbroken run. Only lines and single areas break, and only at gaps that are left open; rests are joined over. */
function stretchesOf(series: ModelSeries, rests: ReadonlySet<number>): number[][] {
  // What stands on a stack has a height everywhere: nothing is nothing.
  if (series.stack !== undefined) return [series.values.map((_, at) => at)];
  const filled = series.values.flatMap((value, i) => (value === null ? [] : [i]));
  const breaks = series.shape === 'line' || series.shape === 'area';
  if (!breaks || series.gaps === 'bridge') return filled.length > 0 ? [filled] : [];
  const runs: number[][] = [];
  let run: number[] = [];
  series.values.forEach((value, i) => {
    if (value !== null) run.push(i);
    else if (!rests.has(i) && run.length > 0) {
      runs.push(run);
      run = [];
    }
  });
  if (run.length > 0) runs.push(run);
  return runs;
}

/** Runs of more points than this are thinned to what so many pixels show; every peak and trough stays. */
const MOST_POINTS = 2_000;

/** A run that is fast to draw over so many pixels. */
export function thinnedRun(run: Run, pixels: number): Run {
  if (run.points.length <= MOST_POINTS) return run;
  const kept = thinned(
    run.points.map(({ value }) => value),
    Math.max(Math.round(pixels), 1),
  );
  return { ...run, points: kept.map((at) => run.points[at]) };
}
