import { type CellLook } from './shape';

/** Several measures under each other in one column of figures, told apart by the words of another column. */
export interface MeasuresFound {
  /** The places of the columns: that of the figures, and that of the measures' names. */
  readonly amount: number;
  readonly by: number;
  /** The measures, in order of appearance. */
  readonly names: readonly string[];
  /** Their units differ, or all are called as measures are and their sizes lie far apart. */
  readonly sure: boolean;
  /** The rows that hold them. */
  readonly rows: readonly (readonly string[])[];
}

/** No more measures than a sheet may sensibly have as columns. */
const MOST = 24;
/** Sizes of measures that are not of one kind lie further apart than this (common practice, no source). */
const FAR_APART = 10;
/** So many rows tell what a column holds. */
const LOOKED_AT = 300;

const cell = (row: readonly string[], c: number) => (row[c] ?? '').trim();

/**
 * Finds measures that stand in rows: exactly one column of figures, and beside it one of few words, each of which comes
 * with every combination of the other cells at most once, so that each can become a column. They are offered where at
 * least one carries a unit that another has not, or where all are called as measures are.
 */
export function findMeasures(
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  look: CellLook,
): MeasuresFound | undefined {
  if (headers.length < 2 || rows.length < 4) return undefined;
  const looked = rows.slice(0, LOOKED_AT);
  const kinds = headers.map((_, c) => {
    const filled = looked.map((row) => look.kind(cell(row, c))).filter((kind) => kind !== 'empty');
    const share = (kind: string) => filled.filter((one) => one === kind).length / Math.max(filled.length, 1);
    return filled.length === 0 ? 'empty' : share('number') >= 0.6 ? 'number' : share('text') >= 0.8 ? 'text' : 'step';
  });
  const figures = kinds.flatMap((kind, c) => (kind === 'number' ? [c] : []));
  if (figures.length !== 1) return undefined;
  const [amount] = figures;
  for (const [by, kind] of kinds.entries()) {
    if (kind !== 'text') continue;
    const names = [...new Set(rows.map((row) => cell(row, by)))];
    if (names.length < 2 || names.length > MOST || names.includes('')) continue;
    const read = names.map((name) => look.measure(name));
    const units = new Set(read.map(({ unit }) => unit ?? ''));
    const called = read.every(({ unit, says }) => says || unit !== undefined);
    if (!(units.size > 1 || called) || !read.some(({ unit, says }) => says || unit !== undefined)) continue;
    if (!standOnce(rows, by, amount)) continue;
    const apart = farApart(rows, by, amount, names, look);
    if (units.size < 2 && !apart) continue;
    // A unit in one name alone may be part of it: the others then have to sound like measures too.
    return { amount, by, names, rows, sure: called && (units.size > 1 || apart) };
  }
  return undefined;
}

/** Whether each name comes with every combination of the other cells at most once. */
function standOnce(rows: readonly (readonly string[])[], by: number, amount: number): boolean {
  const seen = new Set(rows.map((row) => keyOf(row, (c) => c !== amount)));
  const places = new Set(rows.map((row) => keyOf(row, (c) => c !== amount && c !== by)));
  return seen.size === rows.length && places.size < rows.length;
}

const keyOf = (row: readonly string[], kept: (c: number) => boolean): string =>
  JSON.stringify(row.flatMap((text, c) => (kept(c) ? [text.trim()] : [])));

function farApart(
  rows: readonly (readonly string[])[],
  by: number,
  amount: number,
  names: readonly string[],
  look: CellLook,
): boolean {
  const sizes = names.map((name) => {
    const own = rows
      .flatMap((row) => (cell(row, by) === name ? [Math.abs(look.number(cell(row, amount)) ?? NaN)] : []))
      .filter((size) => size > 0)
      .sort((a, b) => a - b);
    return own[own.length >> 1] ?? NaN;
  });
  const known = sizes.filter((size) => !Number.isNaN(size));
  return known.length > 1 && Math.max(...known) > FAR_APART * Math.min(...known);
}

/** One row for each combination of the other cells, in order of appearance, with a column for each measure. */
export function spreadMeasures(
  headers: readonly string[],
  { amount, by, names, rows }: MeasuresFound,
): { headers: string[]; rows: string[][] } {
  const others = headers.flatMap((_, c) => (c === amount || c === by ? [] : [c]));
  const made = new Map<string, string[]>();
  for (const row of rows) {
    const key = keyOf(row, (c) => c !== amount && c !== by);
    let spread = made.get(key);
    if (!spread) made.set(key, (spread = [...others.map((c) => row[c] ?? ''), ...names.map(() => '')]));
    spread[others.length + names.indexOf(cell(row, by))] = row[amount] ?? '';
  }
  return { headers: [...others.map((c) => headers[c]), ...names], rows: [...made.values()] };
}
