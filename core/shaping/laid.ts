import {
  axesOf,
  binsOf,
  measureAt,
  portionQuery,
  portionsOf,
  sameAxis,
  type Cut,
  type Grain,
  type GrainAxis,
  type GrainValue,
  type GroupedQuery,
  type Portion,
  type RowFilter,
} from '../grain';
import { column, type ChartSpec, type Layer, type Sources } from '../spec';
import { askGroups, queryKey, together, type Asking } from './asking';
import { daysToCycle, placesAcross, type Places } from './places';
import { splitsOf, type Split } from './splits';

/** A portion with its grain laid on the places and splits of the chart. */
export interface LaidPortion {
  readonly portion: Portion;
  readonly query: GroupedQuery;
  readonly grain: Grain;
  /** For each group of rows its place and its split, or -1. */
  readonly at: readonly number[];
  readonly splitAt: readonly number[];
  readonly keys: readonly GrainValue[];
  readonly splitKeys: readonly GrainValue[];
  /** One small copy of it: its rows alone; `several` where several keys have rows in one place that cannot be rolled up. */
  readonly copy?: { readonly filter: RowFilter; readonly several: boolean };
}

/** What a chart begins with: its portions, laid on the places across and the splits. */
export interface Laid {
  readonly spec: ChartSpec;
  readonly places: Places;
  readonly splits: readonly Split[];
  readonly portions: readonly LaidPortion[];
  /** Answers that will be needed whatever the first ones say: asked for with them. */
  readonly early: ReadonlyMap<string, Grain>;
}

/** The portion that a layer is asked for in. */
export function portionOf({ portions }: Pick<Laid, 'portions'>, layer: Pick<Layer, 'id'>): LaidPortion {
  const found = portions.find(({ portion }) => portion.layers.some(({ id }) => id === layer.id));
  if (!found) throw new RangeError(`no portion of layer ${layer.id}`);
  return found;
}

/** Whether a layer has a series per split. */
export function isSplit(spec: ChartSpec, layer: Layer, portion: Portion): boolean {
  return spec.split !== undefined && !layer.whole && portion.split !== undefined;
}

/**
 * Asks what a chart begins with, and lays it on the places across and the splits.
 * @param early which further cuts of a portion are needed in any case
 */
export function* lay(
  spec: ChartSpec,
  sources: Sources,
  early: (portion: Portion) => readonly Cut[] = () => [],
): Asking<Laid> {
  const portions = portionsOf(spec, sources);
  const queries = portions.map((portion) => portionQuery(portion));
  const further = portions.flatMap((portion) => early(portion).map((cut) => portionQuery(portion, cut)));
  const grains: readonly Grain[] = yield* together([...queries, ...further].map(askGroups));
  const keyed = portions.map((portion, p) => {
    const one = { portion, query: queries[p], grain: grains[p] };
    const { across, name, split } = axesOf(portion);
    return {
      ...one,
      keys: acrossKeys(one, across),
      splitKeys: split ? keysOf(one, split) : [],
      ...(name ? { rows: { names: keysOf(one, name), places: placesOf(one) } } : {}),
    };
  });
  const places = placesAcross(
    spec,
    keyed.map(({ portion, keys, rows }) => ({
      keys,
      ...(rows ? { rows } : {}),
      profile: column(portion.columns, portion.across),
      other: portion.other,
      stretches: portion.stretches,
    })),
    spec.across.as === 'bins' ? binsOf(column(sources.columns, spec.across.column), spec.across.count) : undefined,
  );
  const { splits, at } = splitsOf(
    keyed.map(({ portion, splitKeys, grain }) => ({
      ...(portion.split === undefined ? {} : { column: portion.split }),
      columns: portion.columns,
      keys: splitKeys,
      size: grain.size,
      other: portion.other,
    })),
    spec,
  );
  return {
    spec,
    places,
    splits,
    portions: keyed.map(({ portion, query, grain, keys, splitKeys }, p) => ({
      portion,
      query,
      grain,
      keys,
      splitKeys,
      at: places.at[p],
      splitAt: at[p],
    })),
    early: new Map(further.map((query, i) => [queryKey(query), grains[queries.length + i]])),
  };
}

type Asked = Pick<LaidPortion, 'portion' | 'query' | 'grain'>;

/** The places of single rows in their order. */
function placesOf({ query, grain }: Asked): number[] {
  const found = grain.measures[measureAt(query.measures, { want: 'place' })];
  return (found ?? []).map(Number);
}

/** The keys of one axis of an answer; none where the question did not have it. */
export function keysOf({ query, grain }: Pick<Asked, 'query' | 'grain'>, axis: GrainAxis): readonly GrainValue[] {
  const found = query.axes.findIndex((one) => sameAxis(one, axis));
  return found < 0 ? [] : grain.axes[found];
}

/** What stands across for each group of rows; days become places of the cycle. */
export function acrossKeys(one: Asked, axis: GrainAxis | undefined): readonly GrainValue[] {
  const { across } = one.portion.spec;
  if (!axis) return [];
  const keys = keysOf(one, axis);
  return across.as === 'cycle' && axis.as === 'step' ? daysToCycle(keys, across.cycle) : keys;
}

/** Where the keys of a portion stand, across and among the splits. */
export interface Stands {
  readonly place: ReadonlyMap<GrainValue, number>;
  readonly split: ReadonlyMap<GrainValue, number>;
}

export const standsOf = ({ keys, at, splitKeys, splitAt }: LaidPortion): Stands => ({
  place: new Map(keys.map((key, i) => [key, at[i]])),
  split: new Map(splitKeys.map((key, i) => [key, splitAt[i]])),
});

/** Another answer about the rows of a portion, laid where the keys of the first one stand. */
export function layCut(one: LaidPortion, stands: Stands, query: GroupedQuery, grain: Grain, cut: Cut): LaidPortion {
  const axes = axesOf(one.portion, cut);
  const keys = acrossKeys({ portion: one.portion, query, grain }, axes.across);
  const splitKeys = axes.split ? keysOf({ query, grain }, axes.split) : [];
  const all = new Array<number>(grain.size).fill(0);
  return {
    portion: one.portion,
    query,
    grain,
    keys,
    splitKeys,
    at: axes.across ? keys.map((key) => stands.place.get(key) ?? -1) : all,
    splitAt: axes.split ? splitKeys.map((key) => stands.split.get(key) ?? -1) : all,
  };
}
