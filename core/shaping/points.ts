import { pointsQueries } from '../grain';
import type { ChartSpec, Sources } from '../spec';
import type { Asking } from './ask';
import { seriesId, type Frame, type FramePoint, type FrameSeries } from './frame';
import { compareGroups } from './places';

/** Pairs of numbers, one series per layer and split. @throws Pending */
export function shapePoints(spec: ChartSpec, sources: Sources, ask: Asking): Frame {
  const asked = pointsQueries(spec, sources).map(({ layer, query }) => ({ layer, answer: ask.points(query) }));
  ask.settle();
  const series: FrameSeries[] = [];
  const points: FramePoint[] = [];
  for (const { layer, answer } of asked) {
    const splits = spec.split ? [...new Set(answer.points.map(({ split }) => split))].sort(compareGroups) : [undefined];
    for (const split of splits)
      series.push({
        id: seriesId(layer.id, split),
        layer: layer.id,
        ...(split !== undefined ? { split } : {}),
        gaps: 'open',
        values: [],
      });
    for (const point of answer.points)
      points.push({
        x: point.x,
        y: point.y,
        count: point.count,
        series: seriesId(layer.id, spec.split ? point.split : undefined),
      });
  }
  const wishes = spec.setAside ?? [];
  const isAside = (point: FramePoint) => (wish: (typeof wishes)[number]) =>
    Number(wish.across) === point.x &&
    (wish.up === undefined || wish.up === point.y) &&
    (wish.series === undefined || wish.series === point.series);
  const aside = wishes.flatMap((wish, i) => (points.some((point) => isAside(point)(wish)) ? [i] : []));
  const counts = Object.fromEntries(
    asked.map(({ layer, answer }) => [layer.id, answer.points.reduce((sum, point) => sum + point.count, 0)]),
  );
  return {
    across: { kind: 'number', values: [] },
    series,
    points: points.filter((point) => !wishes.some(isAside(point))),
    facts: {
      rows: Math.max(0, ...Object.values(counts)),
      blankAcross: Math.max(0, ...asked.map(({ answer }) => answer.incomplete)),
      emptyPlaces: 0,
      rests: [],
      gaps: 'open',
      counts,
      partials: {},
      merged: asked.some(({ answer }) => answer.merged),
      ...(aside.length > 0 ? { setAside: aside } : {}),
    },
  };
}
