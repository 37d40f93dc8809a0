import { figureReaders, remembering, type ReadFigure } from './figures';
import { cellAt, filledIn, widestOf, type CellLook, type NumberedRecord } from './shape';

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
 * the rows that it closes (those above it, back to an earlier total or to the top; of the first row, all below it), where it
 * stands at the end and every other cell that could name a thing is empty, or where it says so among dates or numbers. Any other
 * row is one only where its figures are, but for one in eight, the sums of at least two rows. What stands before its rows is looked for
 * from the bottom up. The time grows with the cells, however many rows may be totals.
 */
export function findTotals(body: readonly NumberedRecord[], cellLook: CellLook): TotalsFound {
  const look = remembering(cellLook);
  const kinds = body.map(({ cells }) => cells.map((cell) => look.kind(cell)));
  const names = namesOf(body, kinds, look);
  if (!names.some(({ says, may }) => says || may)) return { rows: [], proven: new Set() };
  const found = figureReaders(body, look).map((read) => totalsBy(body, names, figuresBy(body, kinds, read)));
  return found.reduce((best, one) => (one.proven.size > best.proven.size ? one : best));
}

/** What of each row says that it may be a total, whatever its figures are. */
interface Named {
  readonly says: boolean;
  /** It says so where every other row has a date or a number: that is no row of the table. */
  readonly among: boolean;
  /** Its name may be that of a total: figures decide. */
  readonly may: boolean;
  /** It is a coarser step than the dates of the others ("March" under days), or lacks a name that all others have. */
  readonly coarser: boolean;
}

/** So many of the other rows have what a row lacks, or are what it is not. */
const NEARLY_ALL = 0.9;

type Kinds = readonly (readonly ReturnType<CellLook['kind']>[])[];

function namesOf(body: readonly NumberedRecord[], kinds: Kinds, look: CellLook): readonly Named[] {
  const width = widestOf(body.map(({ cells }) => cells));
  const counts = Array.from({ length: width }, (_, c) => {
    const of = { empty: 0, number: 0, step: 0, text: 0 };
    const steps = new Map<string, number>();
    body.forEach(({ cells }, i) => {
      of[kinds[i][c] ?? 'empty']++;
      const step = kinds[i][c] === 'step' ? look.step(cells[c])?.name : undefined;
      if (step) steps.set(step, (steps.get(step) ?? 0) + 1);
    });
    const [usual] = [...steps].sort(([, a], [, b]) => b - a);
    return { ...of, usual: usual?.[0] };
  });
  const rows = body.length;
  const many = (count: number) => rows > 2 && count >= (rows - 1) * NEARLY_ALL;
  return body.map(({ cells }, i) => {
    const at = cells.findIndex((cell) => cell.trim() !== '');
    const label = cellAt(cells, at);
    const says = saysTotal(label) || ENDS.test(label);
    // Other rows that say so too are totals themselves.
    const among =
      says &&
      at >= 0 &&
      kinds[i][at] === 'text' &&
      counts[at].text <= 1 + rows / 10 &&
      counts[at].step + counts[at].number >= 2;
    const step = at >= 0 && counts[at].usual !== undefined ? look.step(label)?.name : undefined;
    const lacks = counts.some(({ text }, c) => many(text) && (kinds[i][c] ?? 'empty') === 'empty');
    const coarser = (step !== undefined && step !== counts[at].usual) || lacks;
    // A row with words that name no total is data, even where its figures happen to add up.
    const wordless =
      cellAt(cells, 0) === '' && cells.every((_, c) => kinds[i][c] === 'empty' || kinds[i][c] === 'number');
    return { says, among, coarser, may: (says || MAYBE.test(label) || wordless || coarser) && filledIn(cells) >= 2 };
  });
}

/** The figures of each row. A cell that is no number by its looks is none in either way of writing. */
const figuresBy = (body: readonly NumberedRecord[], kinds: Kinds, read: ReadFigure): readonly Figures[] =>
  body.map(({ cells }, i) => cells.map((cell, c) => (kinds[i][c] === 'number' ? read(cell, c) : undefined)));

function totalsBy(body: readonly NumberedRecord[], names: readonly Named[], figures: readonly Figures[]): TotalsFound {
  const after = closedBy(
    body.map((_, i) => i),
    body,
    names,
    figures,
  );
  const found = new Set(after.rows);
  const left = body.flatMap((_, i) => (found.has(i) ? [] : [i])).reverse();
  // From the bottom up only figures decide: what says "Total" there was judged already.
  const before = closedBy(left, body, names, figures, true);
  const proven = new Set([...after.proven, ...before.proven]);
  const rows = [...new Set([...after.rows, ...before.rows])].sort((a, b) => a - b);
  return { rows, proven };
}

/** The totals among some rows, each closing rows that come before it in their order. */
function closedBy(
  order: readonly number[],
  body: readonly NumberedRecord[],
  names: readonly Named[],
  figuresOf: readonly Figures[],
  provenAlone = false,
): TotalsFound {
  const rows: number[] = [];
  const proven = new Set<number>();
  const all = nothing();
  const states: Running[] = [nothing()];
  for (const i of order) {
    const figures = figuresOf[i];
    const { says, among, may, coarser } = names[i];
    const closed = (
      least: number,
      by: readonly Closing[],
      enough: (right: number, of: number, rows: number) => boolean,
    ) =>
      states.some((before) => {
        const those = since(all, before);
        const { compared, right } = compare(figures, those, least, by);
        return compared > 0 && enough(right, compared, those.rows);
      });
    // Where only a missing name speaks for it, one figure that is the sum of two others may be chance.
    const sums =
      may && closed(2, ['sum'], (right, of, many) => right >= of - of / 8 && (says || !coarser || of > 1 || many > 2));
    const adds = sums || (!provenAlone && says && closed(1, ['sum', 'mean', 'count'], (right, of) => right > of / 2));
    if (sums) proven.add(i);
    const last = says && i >= body.length - LAST && namesNothingElse(body[i], figures);
    if (adds || (!provenAlone && (among || last))) {
      rows.push(i);
      states.push({ sums: [...all.sums], counts: [...all.counts], rows: all.rows });
      if (states.length > DEEPEST) states.splice(1, 1);
    } else take(all, figures);
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
  const [read] = figureReaders(body, look);
  let rows = 0;
  let right = 0;
  for (const { cells } of body) {
    const total = read(cellAt(cells, column), column);
    if (total === undefined) continue;
    const sum = of.reduce((all, c) => all + (read(cellAt(cells, c), c) ?? 0), 0);
    rows++;
    if (Math.abs(sum - total) <= Math.max(0.006 * of.length, Math.abs(total) * 1e-6)) right++;
  }
  return rows > 0 && right >= rows * 0.8;
}
