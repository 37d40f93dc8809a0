import {
  deriveGrain,
  isRollable,
  measureAt,
  type Grain,
  type GrainAxis,
  type GrainValue,
  type GroupedQuery,
  type PointsGrain,
  type PointsQuery,
} from '../grain';
import { column, type ChartSpec, type PlainFilter, type Sources } from '../spec';
import type { Asking } from './ask';
import type { Frame, FramePoint, FrameSeries } from './frame';
import { checkCopies } from './limits';
import { filterValue } from './places';
import { shapePoints } from './points';
import { shapeGroups, type Common } from './groups';

/**
 * Small copies of a chart: one per layer, or one per value of a Group, on common places. The copies of a Group are made
 * from one grain that has its values as one more axis; what cannot be rolled up is asked for copy by copy.
 * @throws Pending
 */
export function shapePanels(spec: ChartSpec, sources: Sources, ask: Asking): Frame {
  const { panels, ...whole } = spec;
  const scatter = spec.across.as === 'number';
  const all = scatter ? undefined : shapeGroups(whole, sources, ask);
  const together = all?.frame ?? shapePoints(whole, sources, ask);
  if (!panels || 'by' in panels)
    return {
      ...together,
      panels: spec.layers.map(({ id }) => ({
        value: id,
        series: together.series.filter(({ layer }) => layer === id).map((series) => series.id),
      })),
    };
  const copies = copiesOf(whole, panels, sources, ask);
  checkCopies(copies.length);
  const profile = column(sources.columns, panels.column);
  const common: Common | undefined = all && {
    keys: [...new Set(all.laid.portions.filter(({ portion }) => !portion.other).flatMap(({ keys }) => keys))],
    groups: together.across.values.slice(0, together.across.otherAt ?? together.across.values.length).map(String),
    rest: together.across.otherAt !== undefined,
    splits: all.series.filter(({ splits }) => splits !== 'all' && splits.length === 1).map(({ split }) => split),
  };
  const drawn = copies.map(({ value, keys }) => {
    const filter: PlainFilter = { column: panels.column, keep: keys.map((key) => filterValue(key, profile)) };
    const gaps = whole.across.as === 'time' ? { across: { ...whole.across, gaps: together.facts.gaps } } : {};
    const own: ChartSpec = {
      ...whole,
      ...gaps,
      filters: [...whole.filters, filter],
      setAside: whole.setAside?.flatMap((point) => asideIn(point, value)),
    };
    const asking = new CopyAsk(ask, filter, { as: 'value', column: panels.column }, keys);
    const frame = common ? shapeGroups(own, sources, asking, common).frame : shapePoints(own, sources, ask);
    return renamed(frame, value);
  });
  ask.settle();
  const aligned = drawn.map(({ frame, value }) => ({
    value,
    series: frame.series.map((series) => alignedTo(series, frame, together)),
  }));
  return {
    ...together,
    series: aligned.flatMap(({ series }) => series),
    ...(scatter ? { points: drawn.flatMap(({ frame }) => frame.points ?? []) } : {}),
    panels: aligned.map(({ value, series }) => ({ value, series: series.map(({ id }) => id) })),
  };
}

/** The values that have a copy each, the largest by the first layer first, and past `keep` of them the rest together. */
export function copiesOf(
  whole: ChartSpec,
  panels: { column: string; keep?: number },
  sources: Sources,
  ask: Asking,
): { value: string; keys: GrainValue[] }[] {
  const { split, setAside, ...rest } = whole;
  void [split, setAside];
  const first = whole.layers.find((layer) => !layer.from) ?? whole.layers[0];
  const scatter = whole.across.as === 'number';
  const ranking: ChartSpec = {
    ...rest,
    across: {
      as: 'group',
      column: panels.column,
      ...(panels.keep === undefined ? {} : { keep: panels.keep }),
      order: { by: 'value', descending: true },
    },
    layers: [
      scatter
        ? { id: first.id, amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }
        : { ...first, then: undefined },
    ],
  };
  const { laid, places, frame } = shapeGroups(ranking, sources, ask);
  const [portion] = laid.portions;
  return frame.across.values.map((value, i) => {
    const within = new Set(places[i]);
    return { value: String(value), keys: [...new Set(portion.keys.filter((_, k) => within.has(portion.at[k])))] };
  });
}

type Aside = NonNullable<ChartSpec['setAside']>[number];

/** A point set aside in one copy is none of the others; a whole place is set aside in all. */
function asideIn(point: Aside, value: string): Aside[] {
  if (point.series === undefined || !point.series.includes('|')) return [point];
  const prefix = `${value}|`;
  return point.series.startsWith(prefix) ? [{ ...point, series: point.series.slice(prefix.length) }] : [];
}

/** Series of one copy under ids of their own. */
function renamed(frame: Frame, value: string): { frame: Frame; value: string } {
  const id = (own: string) => `${value}|${own}`;
  return {
    value,
    frame: {
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
    },
  };
}

/** A series on the places of the whole chart; left-out part steps may make its own fewer. */
function alignedTo(series: FrameSeries, own: Frame, whole: Frame): FrameSeries {
  const at = new Map(own.across.values.map((value, i) => [value, i]));
  return { ...series, values: whole.across.values.map((value) => series.values[at.get(value) ?? -1] ?? null) };
}

/** Answers the questions of one copy from the answer about all copies, where it can be rolled up. */
class CopyAsk implements Asking {
  private readonly keys: ReadonlySet<GrainValue>;
  private readonly name: string;

  constructor(
    private readonly ask: Asking,
    filter: PlainFilter,
    private readonly axis: GrainAxis,
    keys: readonly GrainValue[],
  ) {
    this.keys = new Set(keys);
    this.name = JSON.stringify(filter);
  }

  grain(query: GroupedQuery): Grain {
    const filters = query.filters.filter((one) => JSON.stringify(one) !== this.name);
    const rolls = query.measures.every(isRollable);
    if (!rolls || filters.length === query.filters.length) return this.ask.grain(query);
    const axes = query.axes.some((axis) => JSON.stringify(axis) === JSON.stringify(this.axis))
      ? query.axes
      : [...query.axes, this.axis];
    const all: GroupedQuery = { ...query, filters, axes };
    const grain = this.ask.grain(all);
    const own = grain.axes[axes.findIndex((axis) => JSON.stringify(axis) === JSON.stringify(this.axis))] ?? [];
    const kept = own.flatMap((key, i) => (this.keys.has(key) ? [i] : []));
    const copy: Grain = {
      size: kept.length,
      axes: grain.axes.map((keys) => kept.map((i) => keys[i])),
      measures: grain.measures.map((values) => kept.map((i) => values[i])),
    };
    const found = deriveGrain({ ...query, filters }, all, copy);
    if (!found || measureAt(query.measures, { want: 'rows' }) < 0)
      throw new RangeError('a copy does not follow from all');
    return found;
  }

  get names(): Asking['names'] {
    return this.ask.names;
  }

  points(query: PointsQuery): PointsGrain {
    return this.ask.points(query);
  }

  settle(): void {
    this.ask.settle();
  }
}
