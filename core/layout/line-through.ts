import type { ChartModel, ModelSeries } from './model';

/**
 * Lines over numbers: the points of each series that is drawn as a line, from left to right. Where several rows share a
 * place the line goes through their average, each row counted once.
 */
export function lineThrough({
  series,
  points = [],
}: Pick<ChartModel, 'series' | 'points'>): { series: ModelSeries; points: readonly { x: number; y: number }[] }[] {
  return series
    .filter(({ shape }) => shape === 'line')
    .map((one) => {
      const at = new Map<number, { sum: number; count: number }>();
      for (const { x, y, count, series: id } of points) {
        if (id !== one.id) continue;
        const { sum, count: rows } = at.get(x) ?? { sum: 0, count: 0 };
        at.set(x, { sum: sum + y * count, count: rows + count });
      }
      const through = [...at].map(([x, { sum, count }]) => ({ x, y: sum / count }));
      return { series: one, points: through.sort((a, b) => a.x - b.x) };
    });
}
