import type { ChartSpec, Columns, Condition, Filter } from '../spec';

/** A column by its name, whatever its case. */
function keyOf(name: string, columns: Columns): string | undefined {
  const wanted = name.trim().toLowerCase();
  return [...columns.values()].find((column) => column.name.trim().toLowerCase() === wanted)?.key;
}

/** The filters of a board that hold for a sheet: those whose columns it has by name, over its keys. */
export function boundFilters(filters: readonly Filter[], columns: Columns): Filter[] {
  return filters.flatMap((filter) => {
    const column = keyOf(filter.column, columns);
    if (column === undefined) return [];
    if (!('top' in filter) || !('column' in filter.by.amount)) return [{ ...filter, column }];
    const by = keyOf(filter.by.amount.column, columns);
    return by === undefined ? [] : [{ ...filter, column, by: { ...filter.by, amount: { column: by } } }];
  });
}

/** A chart with the filters of a board held against it: its own stay. Layers out of other sheets have the filters of theirs. */
export function withBoardFilters(
  spec: ChartSpec,
  filters: readonly Filter[],
  columns: Columns,
  others: ReadonlyMap<string, Columns> = new Map(),
): ChartSpec {
  if (filters.length === 0) return spec;
  return {
    ...spec,
    filters: [...spec.filters, ...boundFilters(filters, columns)],
    layers: spec.layers.map((layer) => {
      const own = layer.from && others.get(layer.from.sheet);
      if (!layer.from || !own) return layer;
      const more = boundFilters(filters, own);
      return more.length === 0
        ? layer
        : { ...layer, from: { ...layer.from, filters: [...(layer.from.filters ?? []), ...more] } };
    }),
  };
}

/** A condition with the filters of a board held against its sheet. */
export const conditionWith = (condition: Condition, filters: readonly Filter[], columns: Columns): Condition => ({
  ...condition,
  filters: [...(condition.filters ?? []), ...boundFilters(filters, columns)],
});
