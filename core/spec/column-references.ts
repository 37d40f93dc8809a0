import type { Amount, ChartSpec, Filter, Layer } from './chart-spec';
import { amountColumns } from './chart-spec';
import { isUsableFormula } from './formula';

/** Another key in the place of one, by the sheet that the column is of. */
type Swap = (sheet: string, key: string) => string;

/**
 * The chart with each column key that it names handed through `swap`: the one place that knows where a spec names columns, of
 * its own sheet and of the sheets that layers come from.
 */
export function mapColumns(spec: ChartSpec, swap: Swap): ChartSpec {
  const own = (key: string) => swap(spec.sheet, key);
  const { across, split, panels, remarks } = spec;
  return {
    ...spec,
    across: mapAcross(across, spec.sheet, swap),
    ...(split ? { split: { ...split, column: own(split.column) } } : {}),
    ...(panels && 'column' in panels ? { panels: { ...panels, column: own(panels.column) } } : {}),
    layers: spec.layers.map((layer) => mapLayer(layer, spec.sheet, swap)),
    filters: mapFilters(spec.filters, spec.sheet, swap),
    ...(remarks?.columns ? { remarks: { ...remarks, columns: remarks.columns.map(own) } } : {}),
  };
}

function mapAcross(across: ChartSpec['across'], sheet: string, swap: Swap): ChartSpec['across'] {
  const column = swap(sheet, across.column);
  if (across.as === 'group') {
    const { within, order } = across;
    return {
      ...across,
      column,
      ...(within ? { within: within.map((one) => ({ ...one, column: swap(sheet, one.column) })) } : {}),
      ...(order?.by === 'amount' ? { order: { ...order, amount: mapAmount(order.amount, sheet, swap) } } : {}),
    };
  }
  if (across.as === 'rows' && across.order)
    return { ...across, column, order: { ...across.order, column: swap(sheet, across.order.column) } };
  return { ...across, column };
}

function mapLayer(layer: Layer, ownSheet: string, swap: Swap): Layer {
  const { from, per, style } = layer;
  const sheet = from?.sheet ?? ownSheet;
  const colorBy = style?.colorBy;
  return {
    ...layer,
    amount: mapAmount(layer.amount, sheet, swap),
    ...(per === undefined ? {} : { per: swap(sheet, per) }),
    ...(from
      ? {
          from: {
            ...from,
            across: swap(sheet, from.across),
            ...(from.split === undefined ? {} : { split: swap(sheet, from.split) }),
            ...(from.filters ? { filters: mapFilters(from.filters, sheet, swap) } : {}),
          },
        }
      : {}),
    ...(style && colorBy && 'amount' in colorBy
      ? { style: { ...style, colorBy: { ...colorBy, amount: mapAmount(colorBy.amount, sheet, swap) } } }
      : {}),
  };
}

function mapAmount(amount: Amount, sheet: string, swap: Swap): Amount {
  if ('column' in amount) return { ...amount, column: swap(sheet, amount.column) };
  // A formula that cannot be read names nothing; what is wrong with it is said elsewhere.
  if (!('formula' in amount) || !isUsableFormula(amount.formula)) return amount;
  return { ...amount, formula: amount.formula.replace(/c[1-9]\d*/g, (key) => swap(sheet, key)) };
}

const mapFilters = (filters: readonly Filter[], sheet: string, swap: Swap): Filter[] =>
  filters.map((filter): Filter => {
    const own = { ...filter, column: swap(sheet, filter.column) };
    return 'top' in own ? { ...own, by: { ...own.by, amount: mapAmount(own.by.amount, sheet, swap) } } : own;
  });

/** The columns that a chart, or a part of it, names, by the sheets that they are of. */
export function columnsNamed(spec: ChartSpec): ReadonlyMap<string, ReadonlySet<string>> {
  const named = new Map<string, Set<string>>();
  mapColumns(spec, (sheet, key) => {
    named.set(sheet, (named.get(sheet) ?? new Set()).add(key));
    return key;
  });
  return named;
}

/** The columns that a layer cannot do without, of the sheet that it comes from: not those that only give it colours. */
export function layerColumns(layer: Layer): string[] {
  const keys = new Set<string>();
  const { colorBy, ...style } = layer.style ?? {};
  void colorBy;
  mapLayer({ ...layer, style }, '', (_, key) => {
    keys.add(key);
    return key;
  });
  return [...keys];
}

/** Whether the colours of a layer go by a column. */
export function colorsNeed({ style }: Layer, key: string): boolean {
  const colorBy = style?.colorBy;
  return colorBy !== undefined && 'amount' in colorBy && amountNames(colorBy.amount, key);
}

export const amountNames = (amount: Amount, key: string): boolean =>
  (!('formula' in amount) || isUsableFormula(amount.formula)) && amountColumns(amount).includes(key);

/** Whether a filter names a column. */
export const filterNames = (filter: Filter, key: string): boolean =>
  filter.column === key || ('top' in filter && amountNames(filter.by.amount, key));
