import type { ChartModel, ModelSeries } from '@/core/layout';

/** One drawn run of a series: between open gaps a line is broken, so each stretch is drawn on its own. */
export interface Stretch {
  readonly key: string;
  readonly series: ModelSeries;
  readonly alone: boolean;
}
export interface Drawn {
  readonly rows: Record<string, number | null>[];
  readonly stretches: Stretch[];
}

/** The model's series as rows for the drawing library: `i` is the place, each stretch has a column of its own. */
export function drawnData(model: ChartModel): Drawn {
  const rows: Record<string, number | null>[] = model.across.values.map((_, i) => ({ i }));
  const rests = new Set(model.across.rests);
  const wholes = stackWholes(model);
  const stretches: Stretch[] = [];
  model.series.forEach((series, s) => {
    // Columns are drawn from the model itself; the first of each scale stands in for them, so that the library knows the scale.
    if (isColumn(series) && model.series.find((one) => isColumn(one) && one.side === series.side) !== series) return;
    const joined = model.series.find(({ id }) => id === series.joins);
    for (const [n, places] of stretchesOf(series, rests).entries()) {
      const key = `s${s}_${n}`;
      for (const i of places) rows[i][key] = drawnValue(series, i, wholes);
      const before = joined && joinPlace(joined, places[0], rests);
      if (joined && before !== undefined) rows[before][key] = joined.values[before];
      stretches.push({ key, series, alone: places.length === 1 && before === undefined });
    }
  });
  return { rows, stretches };
}

const isColumn = ({ shape }: ModelSeries) => shape === 'column' || shape === 'bar';

/** The place of the value that a carried-on line begins at: the last one before it, where nothing but rests lies between. */
function joinPlace(joined: ModelSeries, first: number | undefined, rests: ReadonlySet<number>): number | undefined {
  if (first === undefined) return undefined;
  let at = first - 1;
  while (at >= 0 && joined.values[at] === null && rests.has(at)) at--;
  return at >= 0 && joined.values[at] !== null ? at : undefined;
}

/** The sum of each stack of shares at each place. */
function stackWholes(model: ChartModel): ReadonlyMap<string, number[]> {
  const wholes = new Map<string, number[]>();
  for (const series of model.series) {
    if (!series.share || series.stack === undefined) continue;
    const sums = wholes.get(series.stack) ?? series.values.map(() => 0);
    series.values.forEach((value, i) => (sums[i] += Math.max(value ?? 0, 0)));
    wholes.set(series.stack, sums);
  }
  return wholes;
}

function drawnValue(series: ModelSeries, i: number, wholes: ReadonlyMap<string, number[]>): number | null {
  const value = series.values[i];
  if (!series.share || series.stack === undefined || value === null) return value;
  const whole = wholes.get(series.stack)?.[i] ?? 0;
  return whole > 0 ? Math.max(value, 0) / whole : null;
}

/** The places of each unbroken run. Only lines and single areas break, and only at gaps that are left open; rests are joined over. */
function stretchesOf(series: ModelSeries, rests: ReadonlySet<number>): number[][] {
  const filled = series.values.flatMap((value, i) => (value === null ? [] : [i]));
  const breaks = series.shape === 'line' || (series.shape === 'area' && series.stack === undefined);
  if (!breaks || series.gaps === 'bridge') return [filled];
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
