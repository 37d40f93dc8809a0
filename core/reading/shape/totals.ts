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

/** The figures of the rows seen so far, added up column by column. */
class RunningSums {
  private sums: number[] = [];
  private counts: number[] = [];

  add(figures: readonly (number | undefined)[]): void {
    figures.forEach((figure, c) => {
      if (figure === undefined) return;
      this.sums[c] = (this.sums[c] ?? 0) + figure;
      this.counts[c] = (this.counts[c] ?? 0) + 1;
    });
  }

  clear(): void {
    this.sums = [];
    this.counts = [];
  }

  /** Whether every figure is the sum of at least two above it, to what rounding leaves. */
  areTotalledBy(figures: readonly (number | undefined)[]): boolean {
    let compared = 0;
    let wrong = 0;
    figures.forEach((total, c) => {
      const count = this.counts[c] ?? 0;
      if (total === undefined || count < 2) return;
      compared++;
      // One unreadable part must not hide a total: one column in eight may differ.
      if (Math.abs(this.sums[c] - total) > Math.max(0.006 * count, Math.abs(total) * 1e-6)) wrong++;
    });
    return compared > 0 && wrong <= compared / 8;
  }
}

/**
 * Rows that add others up. A row that says "Total" is one; any other only where its figures are, in every column of
 * figures, the sums of the rows above it back to the last total, or of all rows that are no totals. One pass: the time
 * grows with the cells, however many rows may be totals.
 */
export function findTotals(body: readonly NumberedRecord[], look: CellLook): TotalsFound {
  const rows: number[] = [];
  const proven = new Set<number>();
  const all = new RunningSums();
  const sinceLast = new RunningSums();
  body.forEach((record, i) => {
    const figures = record.cells.map((cell) => look.number(cell.trim()));
    const label = record.cells.map((cell) => cell.trim()).find(Boolean) ?? '';
    const says = saysTotal(label);
    // A row with words that name no total is data, even where its figures happen to add up.
    const wordless =
      cellAt(record.cells, 0) === '' && record.cells.every((cell, c) => cell.trim() === '' || figures[c] !== undefined);
    const may = (says || MAYBE.test(label) || wordless) && filledIn(record.cells) >= 2;
    const sums = may && (sinceLast.areTotalledBy(figures) || all.areTotalledBy(figures));
    if (sums) proven.add(i);
    if (may && (says || sums)) {
      rows.push(i);
      sinceLast.clear();
    } else {
      all.add(figures);
      sinceLast.add(figures);
    }
  });
  return { rows, proven };
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
