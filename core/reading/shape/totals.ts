import { cellAt, filledIn, type CellLook, type NumberedRecord } from './shape';

/** Words that a totals row begins with, in seven languages (common practice, no source). */
const TOTAL =
  /^(?:(?:grand|sub|net|overall|running)?[\s-]*totals?|sums?|sub-?totals?|gesamt(?:summe|ergebnis)?|summe|zwischensumme|insgesamt|(?:sous-)?total(?:\s+général)?|totale|totali|suma|soma|totaal|subtotaal)\b/i;
/** Words that may name a total, where the figures prove it: "All bays", "Herbs total". */
const MAYBE = /^(?:all|alle|tous|toutes|todos|todas|tutti|tutte)\b|\b(?:sub)?totals?$/i;

export const saysTotal = (text: string): boolean => TOTAL.test(text.trim());

export interface TotalsFound {
  /** Places of totals rows in the list of records. */
  readonly rows: readonly number[];
  /** The rows whose figures are the sums of rows above them. */
  readonly proven: ReadonlySet<number>;
}

/**
 * Rows that add others up. A row that says "Total" is one; any other only where its figures are, in every column of
 * figures, the sums of the rows above it back to the last total, or of all rows that are no totals.
 */
export function findTotals(body: readonly NumberedRecord[], look: CellLook): TotalsFound {
  const rows: number[] = [];
  const proven = new Set<number>();
  let since = 0;
  body.forEach((record, i) => {
    const label = record.cells.map((cell) => cell.trim()).find(Boolean) ?? '';
    const says = saysTotal(label);
    const may = says || MAYBE.test(label) || cellAt(record.cells, 0) === '';
    if (!may || filledIn(record.cells) < 2) return;
    const parts = body.slice(0, i).filter((_, j) => !rows.includes(j));
    const sums =
      isSum(record, parts.slice(Math.max(0, parts.length - (i - since))), look) || isSum(record, parts, look);
    if (sums) proven.add(i);
    if (!says && !sums) return;
    rows.push(i);
    since = i + 1;
  });
  return { rows, proven };
}

/** Whether every figure of a record is the sum of those above it in `parts`, to what rounding leaves. At least two parts, one figure. */
function isSum(record: NumberedRecord, parts: readonly NumberedRecord[], look: CellLook): boolean {
  if (parts.length < 2) return false;
  let figures = 0;
  let wrong = 0;
  record.cells.forEach((cell, c) => {
    const total = look.number(cell.trim());
    if (total === undefined) return;
    const values = parts
      .map(({ cells }) => look.number(cellAt(cells, c)))
      .filter((value): value is number => value !== undefined);
    if (values.length < 2) return;
    const sum = values.reduce((a, b) => a + b, 0);
    figures++;
    // One unreadable part must not hide a total: one column in eight may differ.
    if (Math.abs(sum - total) > Math.max(0.006 * values.length, Math.abs(total) * 1e-6)) wrong++;
  });
  return figures > 0 && wrong <= figures / 8;
}

/** Whether a column of figures is, row by row, the sum of others. */
export function isSumColumn(
  body: readonly NumberedRecord[],
  column: number,
  of: readonly number[],
  look: CellLook,
): boolean {
  let rows = 0;
  let right = 0;
  for (const { cells } of body) {
    const total = look.number(cellAt(cells, column));
    if (total === undefined) continue;
    const sum = of.reduce((all, c) => all + (look.number(cellAt(cells, c)) ?? 0), 0);
    rows++;
    if (Math.abs(sum - total) <= Math.max(0.006 * of.length, Math.abs(total) * 1e-6)) right++;
  }
  return rows > 0 && right >= rows * 0.8;
}
