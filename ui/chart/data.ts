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
  const stretches: Stretch[] = [];
  model.series.forEach((series, s) => {
    for (const [n, places] of stretchesOf(series, rests).entries()) {
      const key = `s${s}_${n}`;
      for (const i of places) rows[i][key] = series.values[i];
      stretches.push({ key, series, alone: places.length === 1 });
    }
  });
  return { rows, stretches };
}

/** The places of each unbroken run. Only lines break, and only at gaps that are left open; rests are joined over. */
function stretchesOf(series: ModelSeries, rests: ReadonlySet<number>): number[][] {
  const filled = series.values.flatMap((value, i) => (value === null ? [] : [i]));
  if (series.shape !== 'line' || series.gaps === 'bridge') return [filled];
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
