import { isNumeric, type ColumnProfile } from '../inference';
import { headerKey } from '../reading';
import type { Columns } from './against-columns';
import type { ChartSpec, Layer } from './chart-spec';
import { amountNames, colorsNeed, columnsNamed, filterNames, layerColumns, mapColumns } from './column-references';
import { fitLayers } from './edit-looking';
import type { Sources } from './sources';

/** What is remembered of a column that a sheet had, or of one of a sheet that was deleted. */
export type FormerColumn = Pick<ColumnProfile, 'key' | 'name' | 'type' | 'role' | 'summary'> &
  Partial<Pick<ColumnProfile, 'unit' | 'meaning'>>;

export function formerColumn({ key, name, type, role, summary, unit, meaning }: ColumnProfile): FormerColumn {
  return { key, name, type, role, summary, ...(unit ? { unit } : {}), ...(meaning ? { meaning } : {}) };
}

/** Something that a chart names and that is not there: a column of its own sheet or of another, or a whole sheet. */
export type Gone =
  | { readonly is: 'column'; readonly sheet: string; readonly key: string; readonly former?: FormerColumn }
  | { readonly is: 'sheet'; readonly sheet: string; readonly layers: readonly string[] };

/**
 * The columns and sheets that a chart names and that are not there. `former` tells, by sheet id, what is remembered of
 * columns that were there before.
 */
export function goneFrom(
  spec: ChartSpec,
  sources: Sources,
  former: ReadonlyMap<string, readonly FormerColumn[]> = new Map(),
): Gone[] {
  const gone = new Map<string, Gone>();
  const missing = (sheet: string, columns: Columns, keys: Iterable<string>) => {
    for (const key of keys)
      if (!columns.has(key)) {
        const known = former.get(sheet)?.find((one) => one.key === key);
        gone.set(`${sheet} ${key}`, { is: 'column', sheet, key, ...(known ? { former: known } : {}) });
      }
  };
  const named = columnsNamed(spec);
  missing(spec.sheet, sources.columns, named.get(spec.sheet) ?? []);
  for (const { id, from } of spec.layers) {
    if (!from) continue;
    const columns = sources.others?.get(from.sheet);
    if (columns) missing(from.sheet, columns, named.get(from.sheet) ?? []);
    else {
      const before = gone.get(from.sheet);
      const layers = before?.is === 'sheet' ? before.layers : [];
      gone.set(from.sheet, { is: 'sheet', sheet: from.sheet, layers: [...layers, id] });
    }
  }
  return [...gone.values()];
}

/**
 * The columns that could stand for one that is gone, the likeliest first: of the same name, then of the same unit, then of
 * the same role; only those that can do what it did.
 */
export function couldStandFor(gone: FormerColumn | undefined, columns: Columns): ColumnProfile[] {
  const fits = [...columns.values()].filter((one) => !gone || suits(one, gone));
  const score = (one: ColumnProfile): number => {
    if (!gone) return 0;
    const [a, b] = [headerKey(one.name), headerKey(gone.name)];
    return (
      (a === b ? 8 : a.includes(b) || b.includes(a) ? 4 : 0) +
      (one.unit !== undefined && one.unit === gone.unit ? 2 : 0) +
      (one.type === gone.type ? 1 : 0) +
      (one.role === gone.role ? 1 : 0)
    );
  };
  return fits
    .map((one, i) => ({ one, i, score: score(one) }))
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map(({ one }) => one);
}

function suits(one: ColumnProfile, { role, type, meaning }: FormerColumn): boolean {
  if (role === 'when')
    return one.role === 'when' && (meaning === undefined || meaning === one.meaning || one.type === type);
  if (role === 'amount') return isNumeric(one) && one.role !== 'when';
  return one.role === 'group' || one.role === 'key' || one.role === 'note';
}

/** The chart with another column in the place of one that is gone, wherever it names it. */
export const withColumnInstead = (spec: ChartSpec, sheet: string, from: string, to: string): ChartSpec =>
  mapColumns(spec, (of, key) => (of === sheet && key === from ? to : key));

/**
 * The chart without a column that is gone, where it can do without: a layer, a split, small copies, a filter. `undefined`
 * where nothing would be left of it.
 */
export function withoutColumn(spec: ChartSpec, sheet: string, key: string): ChartSpec | undefined {
  const of = (layer: Layer) => layer.from?.sheet ?? spec.sheet;
  const kept = spec.layers
    .filter((layer) => of(layer) !== sheet || !layerColumns(layer).includes(key))
    .map((layer) => (of(layer) === sheet && colorsNeed(layer, key) ? withoutColors(layer) : layer));
  if (kept.length === 0) return undefined;
  const next = withLayers(spec, kept);
  if (spec.sheet !== sheet) return next;
  const { across, split, panels, remarks, ...rest } = next;
  if (across.column === key) return undefined;
  if (across.as === 'group' && across.within?.some((one) => one.column === key)) return undefined;
  const ordered =
    (across.as === 'group' && across.order?.by === 'amount' && amountNames(across.order.amount, key)) ||
    (across.as === 'rows' && across.order?.column === key);
  const columns = remarks?.columns?.filter((column) => column !== key) ?? [];
  const said = { ...(remarks?.own ? { own: remarks.own } : {}), ...(columns.length > 0 ? { columns } : {}) };
  return {
    ...rest,
    across: ordered ? { ...across, order: undefined } : across,
    ...(split && split.column !== key ? { split } : {}),
    ...(panels && !('column' in panels && panels.column === key) ? { panels } : {}),
    ...(Object.keys(said).length > 0 ? { remarks: said } : {}),
    filters: spec.filters.filter((filter) => !filterNames(filter, key)),
  };
}

function withoutColors(layer: Layer): Layer {
  const { colorBy, ...style } = layer.style ?? {};
  void colorBy;
  return { ...layer, style };
}

/** The chart without some layers; `undefined` where none would be left. */
export function withoutLayers(spec: ChartSpec, ids: readonly string[]): ChartSpec | undefined {
  const kept = spec.layers.filter(({ id }) => !ids.includes(id));
  return kept.length > 0 ? withLayers(spec, kept) : undefined;
}

/** What carried on from a layer that is gone stands alone, and a scale that nothing is on goes. */
function withLayers(spec: ChartSpec, kept: readonly Layer[]): ChartSpec {
  const ids = new Set(kept.map(({ id }) => id));
  const layers = kept.map(({ fills, ...layer }) =>
    fills !== undefined && ids.has(fills) ? { ...layer, fills } : layer,
  );
  const { right, ...scales } = spec.scales;
  return fitLayers({
    ...spec,
    layers,
    scales: layers.some(({ side }) => side === 'right') ? { ...scales, right: right ?? { fit: 'zero' } } : scales,
  });
}

/** Columns with what is remembered of former ones, so that a chart can be said in words though it cannot be drawn. */
export function withFormer(columns: Columns, former: readonly FormerColumn[]): Columns {
  return new Map([
    ...former.map((one): [string, ColumnProfile] => [
      one.key,
      {
        format: {},
        confidence: 1,
        stats: { count: 0, missing: 0, distinct: 0 },
        unread: { count: 0, samples: [] },
        reasons: [],
        ...one,
      },
    ]),
    ...columns,
  ]);
}

/**
 * The chart with another sheet in the place of one that was deleted, its columns matched by name; `undefined` where one of
 * those that the chart needs has no match.
 */
export function withSheetInstead(
  spec: ChartSpec,
  lost: { readonly id: string; readonly columns: readonly FormerColumn[] },
  sheet: { readonly id: string; readonly columns: readonly Pick<ColumnProfile, 'key' | 'name' | 'type'>[] },
): ChartSpec | undefined {
  const moved: ChartSpec = {
    ...spec,
    layers: spec.layers.map((layer) =>
      layer.from?.sheet === lost.id ? { ...layer, from: { ...layer.from, sheet: sheet.id } } : layer,
    ),
  };
  const keys = new Set(spec.layers.flatMap((layer) => (layer.from?.sheet === lost.id ? layerColumns(layer) : [])));
  const pairs = [...keys].map((key) => {
    const known = lost.columns.find((one) => one.key === key);
    return [key, known && sheet.columns.find(({ name }) => headerKey(name) === headerKey(known.name))?.key] as const;
  });
  if (pairs.some(([, to]) => to === undefined)) return undefined;
  // In two steps, so that keys that change places do not meet.
  const aside = pairs.reduce((now, [key], i) => withColumnInstead(now, sheet.id, key, `c${1_000_000 + i}`), moved);
  return pairs.reduce((now, [, to], i) => withColumnInstead(now, sheet.id, `c${1_000_000 + i}`, to ?? ''), aside);
}
