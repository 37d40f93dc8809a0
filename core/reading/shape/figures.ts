import type { CellLook, DecimalSign, NumberedRecord } from './shape';

/** The figure of a cell in a column; `undefined` where it is none. */
export type ReadFigure = (cell: string, column: number) => number | undefined;

/**
 * How the cells of a table are figures. The decimal sign of a column is that which most of its cells settle ("1.234,50"); where
 * none does, that of the whole table. Where nothing in the table settles it, both ways are answered, the usual one first: what
 * follows from the figures shows which holds.
 */
export function figureReaders(records: readonly NumberedRecord[], look: CellLook): readonly ReadFigure[] {
  const columns: Votes[] = [];
  const all: Votes = { '.': 0, ',': 0 };
  for (const { cells } of records)
    cells.forEach((cell, c) => {
      const sign = look.settles(cell);
      if (!sign) return;
      columns[c] ??= { '.': 0, ',': 0 };
      columns[c][sign]++;
      all[sign]++;
    });
  const overall = majority(all);
  const reader =
    (otherwise: DecimalSign): ReadFigure =>
    (cell, c) =>
      look.number(cell.trim(), majority(columns[c]) ?? otherwise);
  return overall ? [reader(overall)] : [reader('.'), reader(',')];
}

type Votes = Record<DecimalSign, number>;

const majority = (votes: Votes | undefined): DecimalSign | undefined =>
  !votes || votes['.'] === votes[','] ? undefined : votes['.'] > votes[','] ? '.' : ',';
