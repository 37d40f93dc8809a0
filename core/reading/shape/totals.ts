import { cellAt, filledIn, type CellLook, type NumberedRecord } from './shape';

/** Words that a totals row begins with, in seven languages (common practice, no source). */
const TOTAL =
  /^(?:(?:grand|sub|net|overall|running)?[\s-]*totals?|sums?|sub-?totals?|gesamt(?:summe|ergebnis)?|summe|zwischensumme|insgesamt|(?:sous-)?total(?:\s+général)?|totale|totali|suma|soma|totaal|subtotaal)\b/i;
/** Words that may name a total, where the figures prove it: "All bays", "Herbs total". */
const MAYBE = /^(?:all|alle|tous|toutes|todos|todas|tutti|tutte)\b|\b(?:sub)?totals?$/i;

/** "Herbs total" says so at its end. */
const ENDS = /\b(?:sub-?)?totals?$/i;

export const saysTotal = (text: string): boolean => TOTAL.test(text.trim());

export interface TotalsFound {
  /** Places of totals rows in the list of records. */
  readonly rows: readonly number[];
  /** The rows whose figures are the sums of rows above them. */
  readonly proven: ReadonlySet<number>;
}

/** Sums and counts of figures, column by column. */
interface Running {
  readonly sums: number[];
  readonly counts: number[];
  rows: number;
}

type Figures = readonly (number | undefined)[];

const nothing = (): Running => ({ sums: [], counts: [], rows: 0 });

function take(into: Running, figures: Figures): void {
  into.rows++;
  figures.forEach((figure, c) => {
    if (figure === undefined) return;
    into.sums[c] = (into.sums[c] ?? 0) + figure;
    into.counts[c] = (into.counts[c] ?? 0) + 1;
  });
}

/** What was added since an earlier state. */
const since = (now: Running, before: Running): Running => ({
  sums: now.sums.map((sum, c) => sum - (before.sums[c] ?? 0)),
  counts: now.counts.map((count, c) => count - (before.counts[c] ?? 0)),
  rows: now.rows - before.rows,
});

/** What the figures of a total may be of those that it closes. */
type Closing = 'sum' | 'mean' | 'count';

/** How many of a row's figures can be compared with those above it, and how many of them follow from those. */
function compare(figures: Figures, { sums, counts, rows }: Running, least: number, by: readonly Closing[]) {
  let compared = 0;
  let right = 0;
  figures.forEach((total, c) => {
    const count = counts[c] ?? 0;
    if (total === undefined || count < least) return;
    compared++;
    const near = (value: number, parts: number) =>
      Math.abs(value - total) <= Math.max(0.006 * parts, Math.abs(total) * 1e-6);
    const holds: Record<Closing, boolean> = {
      sum: near(sums[c], count),
      mean: near(sums[c] / count, 1),
      count: total === count || total === rows,
    };
    if (by.some((closing) => holds[closing])) right++;
  });
  return { compared, right };
}

/** So many totals back the rows that a total closes may begin: totals stand within totals. */
const DEEPEST = 40;
/** So many rows at the end may be totals because they say so and name nothing else. */
const LAST = 3;

/**
 * Rows that add others up. A row that says "Total" is one where most of its figures are the sum, the mean or the count of
 * the rows that it closes (those above it, back to an earlier total or to the top; of the first row, all below it), or
 * where it stands at the end and every other cell that could name a thing is empty. Any other row is one only where its
 * figures are, but for one in eight, the sums of at least two rows. One pass: the time grows with the cells, however many
 * rows may be totals.
 */
export function findTotals(body: readonly NumberedRecord[], look: CellLook): TotalsFound {
  const rows: number[] = [];
  const proven = new Set<number>();
  const all = nothing();
  const states: Running[] = [nothing()];
  let top: Figures | undefined;
  body.forEach((record, i) => {
    const figures = record.cells.map((cell) => look.number(cell.trim()));
    const label = record.cells.map((cell) => cell.trim()).find(Boolean) ?? '';
    const says = saysTotal(label) || ENDS.test(label);
    // A row with words that name no total is data, even where its figures happen to add up.
    const wordless =
      cellAt(record.cells, 0) === '' && record.cells.every((cell, c) => cell.trim() === '' || figures[c] !== undefined);
    const may = (says || MAYBE.test(label) || wordless) && filledIn(record.cells) >= 2;
    const closed = (least: number, by: readonly Closing[], enough: (right: number, of: number) => boolean) =>
      states.some((before) => {
        const { compared, right } = compare(figures, since(all, before), least, by);
        return compared > 0 && enough(right, compared);
      });
    const sums = may && closed(2, ['sum'], (right, of) => right >= of - of / 8);
    const adds = sums || (says && closed(1, ['sum', 'mean', 'count'], (right, of) => right > of / 2));
    if (sums) proven.add(i);
    if (adds || (says && i >= body.length - LAST && namesNothingElse(record, figures))) {
      rows.push(i);
      states.push({ sums: [...all.sums], counts: [...all.counts], rows: all.rows });
      if (states.length > DEEPEST) states.splice(1, 1);
    } else if (i === 0 && says) top = figures;
    else take(all, figures);
  });
  // A total may stand over its rows.
  if (top) {
    const { compared, right } = compare(top, all, 2, ['sum']);
    if (compared > 0 && right >= compared - compared / 8) {
      rows.unshift(0);
      proven.add(0);
    }
  }
  return { rows, proven };
}

/** Whether the cells beside the first filled one hold figures or nothing. */
function namesNothingElse({ cells }: NumberedRecord, figures: Figures): boolean {
  const first = cells.findIndex((cell) => cell.trim() !== '');
  return cells.every((cell, c) => c === first || cell.trim() === '' || figures[c] !== undefined);
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
