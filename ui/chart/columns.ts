import { isLying, columnBoxes, type ChartModel, type ModelSeries, type Plot } from '@/core/layout';

/** All columns of one series as one path: a chart of hundreds of them stays fast to draw. */
export interface ColumnPath {
  readonly series: ModelSeries;
  readonly d: string;
}

/** The columns of a chart in a plot on the screen. */
export function columnPaths(model: ChartModel, box: Plot, widest: number): ColumnPath[] {
  return columnBoxes({ ...model, lying: isLying(model) }, box, widest).map(({ series, boxes }) => ({
    series,
    d: boxes
      .map(({ x, y, width, height }) => `M${pixel(x)},${pixel(y)}h${pixel(width)}v${pixel(height)}h${pixel(-width)}Z`)
      .join(''),
  }));
}

const pixel = (value: number) => Number(value.toFixed(2));
