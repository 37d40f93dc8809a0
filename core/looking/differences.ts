import { addDecimals } from '../decimals';
import {
  amountText,
  layerMeasures,
  partsOf,
  portionsOf,
  type GrainAxis,
  type GrainValue,
  type GroupedQuery,
  type Portion,
  type RowFilter,
} from '../grain';
import { SUMMARY_KINDS, type ColumnProfile } from '../inference';
import { askGroups, behind, groupText, NoSuchPoint, rollerFor, together, type Asking, type Behind } from '../shaping';
import {
  InvalidInput,
  isLinear,
  isRowsFirst,
  parseFormula,
  readSeriesId,
  type ChartSpec,
  type Layer,
  type PlacedPoint,
  type Sources,
} from '../spec';

/** Why two places of a chart differ: of each Group, how much each of its values added to the difference. */
export interface Differences {
  readonly from: number;
  readonly to: number;
  readonly difference: number;
  /** The column that explains most first. */
  readonly by: readonly DifferenceBy[];
}
export interface DifferenceBy {
  readonly column: string;
  readonly name: string;
  /** How unevenly the values changed, 0 (all in proportion) to 1. */
  readonly explains: number;
  /** The largest change first; they add up to the difference. */
  readonly parts: readonly DifferencePart[];
}
export interface DifferencePart {
  readonly value: string;
  readonly from: number;
  readonly to: number;
  readonly difference: number;
  /** Averages: what came from a change of its share of the rows, and what from a change of its average. */
  readonly mix?: number;
  readonly rate?: number;
}

/** More values than these are told together, as the rest. */
const MOST_VALUES = 200;
const MOST_COLUMNS = 30;
const REST = 'Other';

/**
 * Asks why two places differ. Totals and counts: the difference of each value of each Group. Averages: for each value
 * its change of share of the rows times what its average lies above that of all (mix), and the change of its average
 * times its share (rate), both at the mean of the two places, so that all of them add up to the difference.
 * Source: B. H. Bennet's decomposition (1920) of a change of a weighted mean; E. M. Kitagawa, Components of a difference
 * between two rates, JASA 50 (1955) 1168–1194.
 * @throws InvalidInput where a place is not in the chart, has no value, or what is drawn cannot be taken apart
 */
export function* differences(
  spec: ChartSpec,
  sources: Sources,
  asked: { readonly from: string | number; readonly to: string | number; readonly series?: string },
): Asking<Differences> {
  const layer = takenApart(spec, asked.series);
  const at = (across: string | number) => ({ across, ...(asked.series === undefined ? {} : { series: asked.series }) });
  const [from, to] = yield* together([
    placeOf('from', spec, sources, at(asked.from)),
    placeOf('to', spec, sources, at(asked.to)),
  ]);
  const portion = portionsOf(spec, sources).find(({ layers }) => layers.some(({ id }) => id === from.layer.id));
  if (!portion) throw new RangeError(`no portion of layer ${from.layer.id}`);
  const mean = layer.summary === 'mean' && !('rows' in layer.amount);
  if (mean)
    for (const [path, one] of [
      ['from', from],
      ['to', to],
    ] as const)
      if (one.amount === null)
        throw new InvalidInput([
          { path, message: `there is no average at ${asked[path]}, so that nothing can be compared with it` },
        ]);
  const columns = groupsLeft(spec, portion, asked.series !== undefined);
  const found = yield* together(columns.map((column) => byColumn(column, layer, portion, from, to)));
  const by = found.flatMap((one) => (one && one.parts.length > 1 ? [one] : []));
  const [a, b] = [from.amount ?? 0, to.amount ?? 0];
  return {
    from: a,
    to: b,
    difference: mean ? b - a : less(b, a),
    by: by.sort((x, y) => y.explains - x.explains).slice(0, MOST_COLUMNS),
  };
}

/** The rows of a place; one that the chart does not have is told by which of the two it is. */
function* placeOf(path: 'from' | 'to', spec: ChartSpec, sources: Sources, point: PlacedPoint): Asking<Behind> {
  try {
    return yield* behind(spec, sources, point);
  } catch (error) {
    if (error instanceof NoSuchPoint)
      throw new InvalidInput([{ path: error.path === 'across' ? path : error.path, message: error.message }]);
    throw error;
  }
}

const less = (to: number, from: number): number => addDecimals([to, -from]);

/** The layer of a series, if what it shows can be taken apart by Groups. @throws InvalidInput */
function takenApart(spec: ChartSpec, series: string | undefined): Layer {
  const refuse = (message: string): never => {
    throw new InvalidInput([{ path: 'spec', message }]);
  };
  const id = series === undefined ? spec.layers[0].id : readSeriesId(series, spec)?.layer;
  const layer = spec.layers.find((one) => one.id === id);
  if (!layer) throw new InvalidInput([{ path: 'series', message: `the chart has no series "${series ?? ''}"` }]);
  if (spec.across.as === 'number')
    return refuse('single rows are what they are: there is nothing behind a dot to take apart');
  if (layer.then)
    return refuse('what is made of values after the summary cannot be taken apart; show the values themselves');
  if (layer.per !== undefined)
    return refuse('a level is carried on from place to place and cannot be taken apart by its rows');
  const additive =
    layer.summary === 'sum' || layer.summary === 'mean' || layer.summary === 'count' || 'rows' in layer.amount;
  if (!additive)
    return refuse(
      `the ${SUMMARY_KINDS[layer.summary].words} of groups does not add up to that of all, so that it cannot be taken apart`,
    );
  const { amount } = layer;
  if ('formula' in amount && !isRowsFirst(amount) && !isLinear(parseFormula(amount.formula)))
    return refuse('a ratio or product of totals cannot be taken apart; take apart its parts');
  return layer;
}

/** The Groups of the sheet that the chart does not fix to one value. */
function groupsLeft(spec: ChartSpec, portion: Portion, oneSeries: boolean): ColumnProfile[] {
  const fixed = new Set<string>();
  if (spec.across.as === 'group' || spec.across.as === 'rows') fixed.add(portion.across);
  if (spec.across.as === 'group') for (const { column } of spec.across.within ?? []) fixed.add(column);
  if (oneSeries && portion.split !== undefined) fixed.add(portion.split);
  for (const filter of portion.filters)
    if ('keep' in filter && !filter.not && filter.keep.length === 1) fixed.add(filter.column);
  return [...portion.columns.values()].filter(
    ({ key, role, meaning, stats }) => role === 'group' && !fixed.has(key) && stats.distinct > 1 && meaning !== 'year',
  );
}

interface Told {
  readonly value: GrainValue;
  readonly amount: number | null;
  readonly rows: number;
}

function* byColumn(
  column: ColumnProfile,
  layer: Layer,
  portion: Portion,
  from: Behind,
  to: Behind,
): Asking<DifferenceBy | undefined> {
  const [a, b] = yield* together([valuesOf(column, layer, portion, from), valuesOf(column, layer, portion, to)]);
  const texts = [...new Set([...a.keys(), ...b.keys()])];
  if (texts.length < 2) return undefined;
  const mean = layer.summary === 'mean' && !('rows' in layer.amount);
  const parts = mean ? averages(texts, a, b) : totals(texts, a, b);
  const size = parts.map((part) => (Math.abs(part.from) + Math.abs(part.to)) / 2);
  const changes = parts.map(({ difference }) => Math.abs(difference));
  const [allSize, allChange] = [size, changes].map((list) => list.reduce((sum, one) => sum + one, 0));
  const explains =
    allChange === 0 || allSize === 0
      ? 0
      : parts.reduce((sum, _, i) => sum + Math.abs(changes[i] / allChange - size[i] / allSize), 0) / 2;
  return {
    column: column.key,
    name: column.name,
    explains: Math.min(Math.max(explains, 0), 1),
    parts: lumped(parts, mean).sort((x, y) => Math.abs(y.difference) - Math.abs(x.difference)),
  };
}

/** What each value of a column comes to among the rows behind a place. */
function* valuesOf(
  column: ColumnProfile,
  layer: Layer,
  portion: Portion,
  place: Behind,
): Asking<ReadonlyMap<string, Told>> {
  const axis: GrainAxis = { as: 'value', column: column.key };
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: place.sheet,
    axes: [axis],
    measures: [{ want: 'rows' }, ...layerMeasures(layer, portion).filter(({ want }) => want !== 'rows')],
    filters: place.filters as readonly RowFilter[],
  };
  const grain = yield* askGroups(query);
  const roll = rollerFor(layer, query, grain);
  const counted = countAt(layer, query);
  return new Map(
    Array.from({ length: grain.size }, (_, i): [string, Told] => {
      const value = grain.axes[0][i];
      return [groupText(value, column), { value, amount: roll([i]), rows: Number(grain.measures[counted][i]) }];
    }),
  );
}

/** Which measure counts the rows that an average is of. */
function countAt(layer: Layer, query: GroupedQuery): number {
  const { amount } = layer;
  if ('rows' in amount) return 0;
  const [first] = partsOf(amount, layer.summary);
  const of = first ? first.of : amountText(amount);
  const found = query.measures.findIndex((one) => one.want === 'count' && one.of === of);
  return found < 0 ? 0 : found;
}

function totals(
  texts: readonly string[],
  a: ReadonlyMap<string, Told>,
  b: ReadonlyMap<string, Told>,
): DifferencePart[] {
  return texts.map((value) => {
    const [from, to] = [a.get(value)?.amount ?? 0, b.get(value)?.amount ?? 0];
    return { value, from, to, difference: less(to, from) };
  });
}

function averages(
  texts: readonly string[],
  a: ReadonlyMap<string, Told>,
  b: ReadonlyMap<string, Told>,
): DifferencePart[] {
  const rowsOf = (map: ReadonlyMap<string, Told>, value: string) =>
    map.get(value)?.amount == null ? 0 : (map.get(value)?.rows ?? 0);
  const all = (map: ReadonlyMap<string, Told>) => texts.reduce((sum, value) => sum + rowsOf(map, value), 0);
  const [rowsA, rowsB] = [all(a), all(b)];
  const overall = (map: ReadonlyMap<string, Told>, rows: number) =>
    texts.reduce((sum, value) => sum + (map.get(value)?.amount ?? 0) * rowsOf(map, value), 0) / rows;
  const middle = (overall(a, rowsA) + overall(b, rowsB)) / 2;
  return texts
    .filter((value) => rowsOf(a, value) + rowsOf(b, value) > 0)
    .map((value) => {
      const [shareA, shareB] = [rowsOf(a, value) / rowsA, rowsOf(b, value) / rowsB];
      // Without rows at one of the places it has there the average that it has at the other.
      const from = a.get(value)?.amount ?? b.get(value)?.amount ?? 0;
      const to = b.get(value)?.amount ?? a.get(value)?.amount ?? 0;
      const mix = (shareB - shareA) * ((from + to) / 2 - middle);
      const rate = (to - from) * ((shareA + shareB) / 2);
      return { value, from, to, difference: mix + rate, mix, rate };
    });
}

/** The smallest changes of very many are told together. */
function lumped(parts: readonly DifferencePart[], mean: boolean): DifferencePart[] {
  if (parts.length <= MOST_VALUES) return [...parts];
  const order = [...parts].sort((x, y) => Math.abs(y.difference) - Math.abs(x.difference));
  const rest = order.slice(MOST_VALUES - 1);
  const sum = (of: (part: DifferencePart) => number) =>
    mean ? rest.reduce((all, one) => all + of(one), 0) : addDecimals(rest.map(of));
  const half = (of: (part: DifferencePart) => number) => sum(of) / rest.length;
  return [
    ...order.slice(0, MOST_VALUES - 1),
    {
      value: REST,
      from: mean ? half(({ from }) => from) : sum(({ from }) => from),
      to: mean ? half(({ to }) => to) : sum(({ to }) => to),
      difference: sum(({ difference }) => difference),
      ...(mean ? { mix: sum(({ mix = 0 }) => mix), rate: sum(({ rate = 0 }) => rate) } : {}),
    },
  ];
}
