import { exactColumn, exactMean, exactNumber, type ExactColumn } from '../decimals';
import { SUMMARY_KINDS, type Summary } from '../inference';
import { measureAt, partsOf, type Grain, type GroupedQuery, type Measure } from '../grain';
import {
  evaluate,
  expressionOf,
  formulaText,
  isRowsFirst,
  leavesRowsOut,
  parseFormula,
  type Expression,
  type Layer,
} from '../spec';

/** How groups of rows of a grain, by their places in it, become one value. */
export type Roller = (rows: readonly number[]) => number | null;

/**
 * How the partial figures of a layer become one value: null where no cell of the amount is filled, 0 for counts. Sums
 * are exact, averages weigh rows; a ratio is made from the totals of its columns. Summaries that do not roll up stand in
 * the grain at the level shown, one row for each value.
 */
export function rollerFor(layer: Pick<Layer, 'amount' | 'summary'>, query: GroupedQuery, grain: Grain): Roller {
  const { amount, summary } = layer;
  if ('rows' in amount) {
    const rows = data({ want: 'rows' }, query, grain);
    return (indexes) => indexes.reduce((sum, i) => sum + Number(rows[i]), 0);
  }
  if ('column' in amount) return partRoller({ of: amount.column }, summary, query, grain);
  if (isRowsFirst(amount)) return partRoller(expressionOf(amount), summary, query, grain);
  const formula = parseFormula(amount.formula);
  const parts = new Map(
    partsOf(amount, summary).map((part) => [part.of, partRoller(part, summary, query, grain)] as const),
  );
  return (indexes) => evaluate(formula, (part) => parts.get(formulaText(part))?.(indexes));
}

function data(measure: Measure, query: GroupedQuery, grain: Grain): readonly (string | number | null)[] {
  const found = grain.measures[measureAt(query.measures, measure)];
  if (!found) throw new RangeError(`the grain has no ${JSON.stringify(measure)}`);
  return found;
}

/**
 * What the rows of a place hold alike, of a layer that is read and not counted: "Fern", or how many different ones there
 * are, "3 different".
 */
export function textsFor(
  { amount }: Pick<Layer, 'amount'>,
  query: GroupedQuery,
  grain: Grain,
): (rows: readonly number[]) => string | null {
  if (!('column' in amount)) throw new RangeError('only the texts of a column are read');
  const found = data({ want: 'name', of: amount.column }, query, grain);
  return (rows) => {
    if (rows.length > 1) throw new RangeError('texts cannot be rolled up');
    const text = rows.length === 0 ? null : found[rows[0]];
    if (text === null) return null;
    return String(text).startsWith('=') ? String(text).slice(1) : `${String(text).slice(1)} different`;
  };
}

function partRoller({ of, blanks }: Expression, summary: Summary, query: GroupedQuery, grain: Grain): Roller {
  const as = { of, ...(blanks ? { blanks } : {}) };
  const { roll, none, part } = SUMMARY_KINDS[summary];
  const counts = data({ want: 'count', ...as }, query, grain);
  const countOf = (indexes: readonly number[]) => indexes.reduce((sum, i) => sum + Number(counts[i]), 0);
  if (!part || roll === 'count') return countOf;
  // First and last have their order in the question.
  const at = query.measures.findIndex(
    (one) => one.want === part && one.of === of && ('blanks' in one ? one.blanks : undefined) === blanks,
  );
  const found = grain.measures[at];
  if (!found) throw new RangeError(`the grain has no ${summary} of ${of}`);
  if (roll === 'sum' || roll === 'mean') {
    const sums = exactOf(found);
    return (indexes) => {
      const rows = countOf(indexes);
      if (rows === 0) return none;
      const units = addUnits(sums, indexes);
      return roll === 'sum' ? exactNumber(units, sums.scale) : exactMean(units, sums.scale, rows);
    };
  }
  if (roll === 'none')
    return (indexes) => {
      if (indexes.length > 1) throw new RangeError(`a ${summary} cannot be rolled up`);
      const value = indexes.length === 0 ? null : found[indexes[0]];
      return value === null ? none : Number(value);
    };
  const pick = roll === 'min' ? Math.min : Math.max;
  return (indexes) => {
    const values = indexes.flatMap((i) => (found[i] === null ? [] : [Number(found[i])]));
    return values.length > 0 ? values.reduce((a, b) => pick(a, b)) : none;
  };
}

const exact = new WeakMap<readonly (string | number | null)[], ExactColumn>();

/** The sums of a grain as exact units; read once, however often they are added up. */
function exactOf(sums: readonly (string | number | null)[]): ExactColumn {
  let found = exact.get(sums);
  if (!found) exact.set(sums, (found = exactColumn(sums as readonly (string | null)[])));
  return found;
}

function addUnits(sums: ExactColumn, indexes: readonly number[]): bigint {
  let units = 0n;
  for (const i of indexes) units += sums.units[i] ?? 0n;
  return units;
}

/** How many rows carry a layer's amount (of a ratio its first column), counted over a whole grain. */
export function rowsBehindLayer(layer: Layer, query: GroupedQuery, grain: Grain): number {
  const [first] = partsOf(layer.amount, layer.summary);
  return total(data(first === undefined ? { want: 'rows' } : { want: 'count', ...first }, query, grain));
}

/** How many rows of a layer hold some cell of its formula, and how many of these are left out because another is blank. */
export function blankRows(layer: Layer, query: GroupedQuery, grain: Grain): { of: number; out: number } | undefined {
  if (!('formula' in layer.amount) || !leavesRowsOut(layer.amount)) return undefined;
  const of = total(data({ want: 'some', of: layer.amount.formula }, query, grain));
  const out = of - rowsBehindLayer(layer, query, grain);
  return out > 0 ? { of, out } : undefined;
}

/**
 * Counts of a grain added up.
 * Example: `total([2, null, 3])` is `5`.
 */
export function total(counts: readonly (string | number | null)[] | undefined): number {
  return (counts ?? []).reduce<number>((sum, count) => sum + Number(count ?? 0), 0);
}
