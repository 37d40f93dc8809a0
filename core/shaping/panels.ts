import { readSeriesId, writeSeriesId, type ChartSpec, type PlacedPoint, type Sources } from '../spec';
import { together, type Asking } from './asking';
import { begunCopies, copiesOf, copyCuts, copyFilter, type ByGroup, type Copy } from './copies';
import type { Frame, FramePoint } from './frame';
import { begin, finish, shapeGroups, type Shaped } from './groups';
import { shapePoints } from './points';
import { withAside } from './set-aside';

/** Small copies of a chart: one per layer, or one per value of a Group, on common places. They ask in at most two rounds. */
export function* shapePanels(spec: ChartSpec, sources: Sources): Asking<Frame> {
  const { panels, ...whole } = spec;
  if (!panels || 'by' in panels) {
    const together =
      spec.across.as === 'number' ? yield* shapePoints(whole, sources) : (yield* shapeGroups(whole, sources)).frame;
    return {
      ...together,
      panels: spec.layers.map(({ id }) => ({
        value: id,
        series: together.series.filter(({ layer }) => layer === id).map((series) => series.id),
      })),
    };
  }
  if (spec.across.as === 'number') return yield* scatterCopies(spec, panels, sources);
  const { all, copies } = yield* shapeCopies(spec, panels, sources);
  return inCopies(
    all.frame,
    copies.map(({ copy, shaped }) => ({ copy, frame: shaped.frame })),
  );
}

/** The whole chart, and each of its copies on its places. */
export function* shapeCopies(
  spec: ChartSpec,
  panels: ByGroup,
  sources: Sources,
): Asking<{ all: Shaped; copies: { copy: Copy; shaped: Shaped }[] }> {
  const whole = inOne(spec);
  const [begun, copies] = yield* together([
    begin(whole, sources, (portion) => copyCuts(panels, portion)),
    copiesOf(whole, panels, sources),
  ]);
  const own = begunCopies(begun, copies, panels);
  const [all, shaped] = yield* together([
    finish(begun, whole),
    together(own.map((one, i) => finish(one, { ...whole, setAside: asideIn(spec, copies[i].value) }))),
  ]);
  return { all, copies: copies.map((copy, i) => ({ copy, shaped: shaped[i] })) };
}

function* scatterCopies(spec: ChartSpec, panels: ByGroup, sources: Sources): Asking<Frame> {
  const whole = inOne(spec);
  const [all, copies] = yield* together([shapePoints(whole, sources), copiesOf(whole, panels, sources)]);
  const frames = yield* together(
    copies.map((copy) =>
      shapePoints({ ...whole, setAside: asideIn(spec, copy.value) }, sources, [copyFilter(copy, panels, sources)]),
    ),
  );
  return inCopies(
    all,
    copies.map((copy, i) => ({ copy, frame: frames[i] })),
  );
}

/** The chart without its small copies. */
export function inOne(spec: ChartSpec): ChartSpec {
  const rest = { ...spec };
  delete rest.panels;
  return rest;
}

/** The places and facts of the whole, with the series of all copies. */
function inCopies(whole: Frame, copies: readonly { copy: Copy; frame: Frame }[]): Frame {
  const named = copies.map(({ copy, frame }) => ({ value: copy.value, frame: renamed(frame, copy.value) }));
  return {
    ...withAside(
      whole,
      copies.flatMap(({ frame }) => frame.facts.setAside ?? []),
    ),
    series: named.flatMap(({ frame }) => frame.series),
    ...(whole.points ? { points: named.flatMap(({ frame }) => frame.points ?? []) } : {}),
    panels: named.map(({ value, frame }) => ({ value, series: frame.series.map(({ id }) => id) })),
  };
}

/** Series of one copy under ids of their own. */
function renamed(frame: Frame, copy: string): Frame {
  const id = (own: string) => writeSeriesId({ copy, layer: own });
  return {
    ...frame,
    series: frame.series.map((series) => ({
      ...series,
      id: id(series.id),
      like: series.id,
      ...(series.joins === undefined ? {} : { joins: id(series.joins) }),
    })),
    ...(frame.points
      ? { points: frame.points.map((point): FramePoint => ({ ...point, series: id(point.series) })) }
      : {}),
  };
}

/**
 * The points that are set aside in one copy: those of its own series, those of a series in all copies, and whole places.
 * What is none of this copy's is left in its place, under a name that no series has.
 */
function asideIn(spec: ChartSpec, copy: string): PlacedPoint[] | undefined {
  return spec.setAside?.map((point) => {
    const id = point.series === undefined ? undefined : readSeriesId(point.series, spec);
    if (id?.copy === undefined) return point;
    return { ...point, series: id.copy === copy ? writeSeriesId({ ...id, copy: undefined }) : '' };
  });
}
