import { isLying, columnBoxes, type ChartModel, type ModelSeries, type Plot } from '@/core/layout';

/** All columns of one series in one colour as one path: a chart of hundreds of them stays fast to draw. */
export interface ColumnPath {
  readonly series: ModelSeries;
  readonly color: string;
  readonly d: string;
}

/** The columns of a chart in a plot on the screen, by series and colour. */
export function columnPaths(model: ChartModel, box: Plot, widest: number): ColumnPath[] {
  return columnBoxes({ ...model, lying: isLying(model) }, box, widest).flatMap(({ series, boxes }) => {
    const byColor = new Map<string, string>([[series.color, '']]);
    for (const { at, x, y, width, height } of boxes) {
      const color = series.colors?.[at] ?? series.color;
      const d = `M${pixel(x)},${pixel(y)}h${pixel(width)}v${pixel(height)}h${pixel(-width)}Z`;
      byColor.set(color, (byColor.get(color) ?? '') + d);
    }
    return [...byColor]
      .filter(([color, d]) => d !== '' || color === series.color)
      .map(([color, d]) => ({ series, color, d }));
  });
}

const pixel = (value: number) => Number(value.toFixed(2));
