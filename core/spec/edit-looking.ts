import type { ColumnProfile } from '../inference';
import type { ChartSpec } from './chart-spec';
import { hasOrder } from './looking-errors';
import { STAYING, type Reference, type ReferenceAt, type Remark, type Trend, type View } from './looking';

/** Changes to what is looked at and compared, each from spec to spec. */

type Listed = { readonly id: string };

/** An id that none of a list has: "t1", "t2" … */
function freeId(prefix: string, list: readonly Listed[] = []): string {
  const taken = new Set(list.map(({ id }) => id));
  let n = list.length + 1;
  while (taken.has(`${prefix}${n}`)) n++;
  return `${prefix}${n}`;
}

/** A spec whose list is another; an empty list goes. */
function withList<Name extends 'trends' | 'references'>(spec: ChartSpec, name: Name, list: ChartSpec[Name]): ChartSpec {
  const rest = { ...spec };
  delete rest[name];
  return list && list.length > 0 ? { ...rest, [name]: list } : rest;
}

export function addTrend(spec: ChartSpec, trend: Omit<Trend, 'id'>): ChartSpec {
  return withList(spec, 'trends', [...(spec.trends ?? []), { ...trend, id: freeId('t', spec.trends) }]);
}

/** Changes a trend; what becomes `undefined` is as it is by default. What its kind does not know goes. */
export function setTrend(spec: ChartSpec, id: string, change: Partial<Omit<Trend, 'id'>>): ChartSpec {
  return withList(
    spec,
    'trends',
    spec.trends?.map((trend) => (trend.id === id ? tidyTrend({ ...trend, ...change }) : trend)),
  );
}

function tidyTrend(trend: Trend): Trend {
  const { kind } = trend;
  const drop = new Set<keyof Trend>([
    ...(kind === 'polynomial' ? [] : (['degree'] as const)),
    ...(kind === 'smooth' ? [] : (['span'] as const)),
    ...(kind === 'moving-average' ? [] : (['over'] as const)),
    ...(kind === 'seasonal' ? [] : (['period'] as const)),
    ...(STAYING.includes(kind) ? (['ahead', 'band'] as const) : []),
  ]);
  return Object.fromEntries(
    Object.entries(trend).filter(([name, value]) => value !== undefined && !drop.has(name as keyof Trend)),
  ) as unknown as Trend;
}

export function removeTrend(spec: ChartSpec, id: string): ChartSpec {
  return withList(
    spec,
    'trends',
    spec.trends?.filter((trend) => trend.id !== id),
  );
}

/** Trends end with what was measured. */
export function endTrends(spec: ChartSpec): ChartSpec {
  return withList(
    spec,
    'trends',
    spec.trends?.map(({ ahead, ...trend }) => {
      void ahead;
      return trend;
    }),
  );
}

export function addReference(spec: ChartSpec, reference: Omit<Reference, 'id'>): ChartSpec {
  return withList(spec, 'references', [...(spec.references ?? []), { ...reference, id: freeId('r', spec.references) }]);
}

export function setReference(spec: ChartSpec, id: string, change: Partial<Omit<Reference, 'id'>>): ChartSpec {
  return withList(
    spec,
    'references',
    spec.references?.map((one) =>
      one.id === id
        ? (Object.fromEntries(
            Object.entries({ ...one, ...change }).filter(([, value]) => value !== undefined),
          ) as unknown as Reference)
        : one,
    ),
  );
}

export function removeReference(spec: ChartSpec, id: string): ChartSpec {
  return withList(
    spec,
    'references',
    spec.references?.filter((one) => one.id !== id),
  );
}

function withRemarks(spec: ChartSpec, own: readonly Remark[], columns: readonly string[]): ChartSpec {
  const { remarks, ...rest } = spec;
  void remarks;
  if (own.length === 0 && columns.length === 0) return rest;
  return {
    ...rest,
    remarks: {
      ...(own.length > 0 ? { own: [...own] } : {}),
      ...(columns.length > 0 ? { columns: [...columns] } : {}),
    },
  };
}

export function addRemark(spec: ChartSpec, remark: Omit<Remark, 'id'>): ChartSpec {
  const { own = [], columns = [] } = spec.remarks ?? {};
  return withRemarks(spec, [...own, { ...remark, id: freeId('m', own) }], columns);
}

/** Writes a remark anew; an empty text takes it away. */
export function setRemark(spec: ChartSpec, id: string, text: string): ChartSpec {
  const { own = [], columns = [] } = spec.remarks ?? {};
  const next =
    text.trim() === ''
      ? own.filter((one) => one.id !== id)
      : own.map((one) => (one.id === id ? { ...one, text } : one));
  return withRemarks(spec, next, columns);
}

/** The columns that remarks are taken from, two at most; none. */
export function setRemarkColumns(spec: ChartSpec, columns: readonly string[]): ChartSpec {
  return withRemarks(spec, spec.remarks?.own ?? [], columns.slice(0, 2));
}

/** The stretch in sight; without one all of it is. */
export function setView(spec: ChartSpec, view: View | undefined): ChartSpec {
  const rest = { ...spec };
  delete rest.view;
  return view ? { ...rest, view } : rest;
}

/** A palette for all groups, and one's own colours given up where they came from another. */
export function setPalette(spec: ChartSpec, palette: string | undefined): ChartSpec {
  const { look, ...rest } = spec;
  const next = { ...look, palette };
  if (palette === undefined) delete next.palette;
  return Object.keys(next).length > 0 ? { ...rest, look: next } : rest;
}

/**
 * A spec without what can no longer be looked at in it: trends and figures of layers that went, trends where what runs
 * across has no order any more, a stretch of what ran across before.
 */
export function fitLooking(
  spec: ChartSpec,
  columns: ReadonlyMap<string, ColumnProfile>,
  before?: ChartSpec,
): ChartSpec {
  const moved = before && (before.across.as !== spec.across.as || before.across.column !== spec.across.column);
  const next = fitLayers(moved ? setView(spec, undefined) : spec);
  return next.trends && !hasOrder(spec, columns) ? withList(next, 'trends', undefined) : next;
}

/** The part of it that needs no columns: what is tied to layers that went, and what only time has. */
export function fitLayers(spec: ChartSpec): ChartSpec {
  const has = (layer: string) => spec.layers.some(({ id }) => id === layer);
  const ofLayer = (at: ReferenceAt | undefined) => typeof at !== 'object' || has(at.layer);
  const time = spec.across.as === 'time';
  let next = spec;
  if (spec.trends) {
    const kept = spec.trends
      .filter(({ layer }) => has(layer))
      .map((trend) => {
        const { ahead, ...rest } = trend;
        return ahead !== undefined && !time ? rest : trend;
      });
    next = withList(next, 'trends', kept);
  }
  if (spec.references) {
    const kept = spec.references.filter(({ at, to, from }) => ofLayer(at) && ofLayer(to) && !(from && !time));
    next = withList(next, 'references', kept);
  }
  if (spec.view && 'last' in spec.view && !time) next = setView(next, undefined);
  const { across } = spec;
  if (
    across.as === 'group' &&
    across.order &&
    'layer' in across.order &&
    across.order.layer !== undefined &&
    !has(across.order.layer)
  ) {
    // Whatever is drawn first gives the order then.
    const { layer, ...order } = across.order;
    void layer;
    next = { ...next, across: { ...across, order } };
  }
  if (!spec.layers.some(({ style }) => strayColor(style?.colorBy, has))) return next;
  return {
    ...next,
    layers: next.layers.map((layer) => {
      if (!strayColor(layer.style?.colorBy, has)) return layer;
      const { colorBy, ...style } = layer.style ?? {};
      void colorBy;
      return { ...layer, style };
    }),
  };
}

type ColorBy = NonNullable<NonNullable<ChartSpec['layers'][number]['style']>['colorBy']>;
const strayColor = (colorBy: ColorBy | undefined, has: (layer: string) => boolean): boolean =>
  colorBy !== undefined &&
  'when' in colorBy &&
  colorBy.when.some(({ than }) => typeof than === 'object' && !has(than.layer));
