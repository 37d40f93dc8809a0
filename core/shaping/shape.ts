import { fromIso } from '../calendar';
import { binsOf, measureAt, type Grain, type GrainQuery, type GroupedQuery, type PointsGrain } from '../grain';
import { column, type ChartSpec, type Columns } from '../spec';
import { seriesId, type Frame, type FrameSeries, type Partials } from './frame';
import { decideGaps, fillGaps } from './gaps';
import { defaultOrder, orderGroups } from './order';
import { findPartials, leaveOutPartials } from './partial';
import { compareGroups, placesAcross, type Places } from './places';
import { rollUp, rowsPerLayer, total } from './roll-up';

export type Answer = Grain | PointsGrain;

/**
 * Grain and spec to the frame that is drawn. `answers[i]` is the answer to `queries[i]` of `toGrainQueries`.
 * @throws RangeError where answers and queries do not belong together.
 */
export function shape(
  spec: ChartSpec,
  columns: Columns,
  queries: readonly GrainQuery[],
  answers: readonly Answer[],
): Frame {
  if (queries.length !== answers.length)
    throw new RangeError(`${queries.length} queries but ${answers.length} answers`);
  if (spec.across.as === 'number') return shapePoints(spec, answers as readonly PointsGrain[]);
  return shapeGroups(spec, columns, queries[0] as GroupedQuery, answers[0] as Grain);
}

function shapeGroups(spec: ChartSpec, columns: Columns, query: GroupedQuery, grain: Grain): Frame {
  const { across } = spec;
  const bins = across.as === 'bins' ? binsOf(column(columns, across.column), across.count) : undefined;
  const places = placesAcross(spec, columns, grain, bins);
  const rows = grain.measures[measureAt(query.measures, { want: 'rows' })];
  const filled = places.values.map(() => false);
  places.at.forEach((place) => {
    if (place >= 0) filled[place] = true;
  });
  const decision =
    across.as === 'time' ? decideGaps(filled, across.step, across.gaps) : { gaps: 'open' as const, rests: [] };
  const all = total(rows);
  const blankAcross = places.at.reduce((sum, place, i) => (place < 0 ? sum + Number(rows[i]) : sum), 0);
  const frame: Frame = {
    across: {
      kind: across.as,
      values: places.values,
      ...(bins ? { width: bins.width } : {}),
      ...(places.blankAt !== undefined ? { blankAt: places.blankAt } : {}),
    },
    series: rollUp(spec, columns, query, grain, places),
    facts: {
      rows: all - blankAcross,
      blankAcross,
      first: places.first,
      last: places.last,
      emptyPlaces: filled.filter((has) => !has).length,
      rests: decision.rests,
      gaps: decision.gaps,
      counts: rowsPerLayer(spec, query, grain),
      partials: partialsOf(spec, columns, places),
    },
  };
  if (across.as === 'time') {
    const filledIn = fillGaps(frame, decision);
    return across.partial === 'leave-out' ? leaveOutPartials(filledIn, frame.facts.partials) : filledIn;
  }
  if (across.as !== 'group') return frame;
  return orderGroups(
    frame,
    across.order ?? defaultOrder(frame.across.values),
    spec.layers[0].id,
    firstRows(query, grain, places),
  );
}

/** From the days of the grain, or where it was asked at the level shown, from the range of the unfiltered column. */
function partialsOf(spec: ChartSpec, columns: Columns, places: Places): Partials {
  const { across } = spec;
  if (across.as !== 'time' || !places.first || !places.last) return {};
  const profile = column(columns, across.column);
  const { min, max } = profile.stats;
  const whole = spec.filters.length === 0 && typeof min === 'string' && typeof max === 'string';
  return findPartials(
    fromIso(whole ? min : places.first),
    fromIso(whole ? max : places.last),
    across.step,
    profile,
    spec,
  );
}

function firstRows(
  query: GroupedQuery,
  grain: Grain,
  places: { at: readonly number[]; values: readonly unknown[] },
): number[] | undefined {
  const found = grain.measures[measureAt(query.measures, { want: 'first-row' })];
  if (!found) return undefined;
  const first = places.values.map(() => Infinity);
  places.at.forEach((place, i) => {
    if (place >= 0) first[place] = Math.min(first[place], Number(found[i]));
  });
  return first;
}

function shapePoints(spec: ChartSpec, answers: readonly PointsGrain[]): Frame {
  const series: FrameSeries[] = [];
  const points: { x: number; y: number; series: string; count: number }[] = [];
  spec.layers.forEach((layer, l) => {
    const answer = answers[l];
    const splits = spec.split
      ? [...new Set(answer.points.map((point) => point.split))].sort(compareGroups)
      : [undefined];
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
  });
  const counts = Object.fromEntries(
    spec.layers.map((layer, l) => [layer.id, answers[l].points.reduce((sum, point) => sum + point.count, 0)]),
  );
  return {
    across: { kind: 'number', values: [] },
    series,
    points,
    facts: {
      rows: Math.max(0, ...Object.values(counts)),
      blankAcross: Math.max(0, ...answers.map((answer) => answer.incomplete)),
      emptyPlaces: 0,
      rests: [],
      gaps: 'open',
      counts,
      partials: {},
      merged: answers.some((answer) => answer.merged),
    },
  };
}
