import type { CellLook, DecimalSign, NumberedRecord } from './shape';

/** The figure of a cell in a column; `undefined` where it is none. */
export type ReadFigure = (cell: string, column: number) => number | undefined;

/** So many cells of a column that settle its decimal sign are enough to know it. */
const ENOUGH = 1_000;

/**
 * How the cells of a table are figures. The decimal sign of a column is that which most of its cells settle ("1.234,50"); where
 * none does, that of the whole table. Where nothing in the table settles it, both ways are answered, the usual one first: what
 * follows from the figures shows which holds.
 */
export function figureReaders(records: readonly NumberedRecord[], look: CellLook): readonly ReadFigure[] {
  const columns: Votes[] = [];
  for (const { cells } of records)
    for (let c = 0; c < cells.length; c++) {
      const votes = (columns[c] ??= { '.': 0, ',': 0 });
      if (votes['.'] + votes[','] >= ENOUGH) continue;
      const sign = look.settles(cells[c]);
      if (sign) votes[sign]++;
    }
  const signs = columns.map(majority);
  const overall = majority(
    columns.reduce((all, votes) => ({ '.': all['.'] + votes['.'], ',': all[','] + votes[','] }), { '.': 0, ',': 0 }),
  );
  const reader =
    (otherwise: DecimalSign): ReadFigure =>
    (cell, c) =>
      look.number(cell, signs[c] ?? otherwise);
  return overall ? [reader(overall)] : [reader('.'), reader(',')];
}

type Votes = Record<DecimalSign, number>;

const majority = (votes: Votes): DecimalSign | undefined =>
  votes['.'] === votes[','] ? undefined : votes['.'] > votes[','] ? '.' : ',';

/** Of so many texts the looks are kept: names, dates and prices stand in many rows. */
const KEPT = 50_000;

/** A look that remembers what it said of a text. */
export function remembering(look: CellLook): CellLook {
  return {
    ...look,
    kind: kept((cell) => look.kind(cell)),
    step: kept((cell) => look.step(cell)),
    settles: kept((cell) => look.settles(cell)),
  };
}

function kept<T>(say: (cell: string) => T): (cell: string) => T {
  const said = new Map<string, T>();
  return (cell) => {
    const before = said.get(cell);
    if (before !== undefined || said.has(cell)) return before as T;
    const now = say(cell);
    if (said.size < KEPT) said.set(cell, now);
    return now;
  };
}
