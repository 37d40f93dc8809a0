import { pointsQueries, type GrainValue, type PointsGrain, type RowFilter } from '../grain';
import { isNumeric } from '../inference';
import { column, type ChartSpec, type Sources } from '../spec';
import { askPoints, together, type Asking } from './asking';
import type { Frame, FramePoint, FrameSeries } from './frame';
import { compareGroups } from './places';
import { splitName } from './splits';
import { seriesIdOf } from './which-series';

/** Pairs of numbers, one series per layer and split. @param more filters beside the chart's own */
export function* shapePoints(spec: ChartSpec, sources: Sources, more: readonly RowFilter[] = []): Asking<Frame> {
  const queries = pointsQueries(spec, sources, more);
  const answers = yield* together(queries.map(({ query }) => askPoints(query)));
  const asked = queries.map(({ layer }, i) => ({ layer, answer: answers[i], split: splitOf(spec, sources) }));
  const series = asked.flatMap(({ layer, answer, split }): FrameSeries[] => {
    const found = [...new Set(answer.points.map(split))];
    const splits = spec.split ? found.filter((one) => one !== undefined).sort(compareGroups) : [undefined];
    return splits.map((value) => ({
      id: seriesIdOf(layer.id, value),
      layer: layer.id,
      ...(value !== undefined ? { split: value } : {}),
      gaps: 'open',
      values: [],
    }));
  });
  const points = asked.flatMap(({ layer, answer, split }) =>
    pointsOf(answer, (point) => seriesIdOf(layer.id, split(point))),
  );
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

type Pair = PointsGrain['points'][number];

/** What a dot is split by: nothing, a value, or the step that a date lies in. */
function splitOf(spec: ChartSpec, { columns }: Sources): (point: Pick<Pair, 'split'>) => GrainValue | undefined {
  const { split } = spec;
  if (!split) return () => undefined;
  const profile = column(columns, split.column);
  return ({ split: key }) =>
    key !== null && isNumeric(profile) && !split.step ? key : splitName(key, columns, split.column, spec);
}

/** The dots; those of several dates in one step that lie on each other are one. */
function pointsOf({ points }: PointsGrain, series: (point: Pair) => string): FramePoint[] {
  const found = new Map<string, FramePoint>();
  for (const point of points) {
    const { x, y } = point;
    const id = series(point);
    const key = JSON.stringify([x, y, id]);
    const count = (found.get(key)?.count ?? 0) + point.count;
    found.set(key, { x, y, count, series: id });
  }
  return [...found.values()];
}
