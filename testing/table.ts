import { CellConverter, ColumnTally, inferColumn, UNREAD, type ColumnProfile, type Correction } from '@/core/inference';

/** A small table for tests: its profiles, inferred from all cells, and its typed cells as texts, `null` for missing and unread. */
export interface TestTable {
  readonly columns: readonly ColumnProfile[];
  readonly cells: readonly (string | null)[][];
}

/** Reads a table of texts as the application reads a sheet; the first row is the header. */
export function readTable(
  rows: readonly (readonly string[])[],
  corrections: Readonly<Record<string, Correction>> = {},
): TestTable {
  const [header, ...body] = rows;
  const read = header.map((name, c) => {
    const key = `c${c + 1}`;
    const tally = new ColumnTally();
    for (const row of body) tally.add(row[c] ?? '');
    const converter = new CellConverter(inferColumn(key, name, tally, corrections[key]));
    const cells = body.map((row, r) => {
      const value = converter.convert(row[c] ?? '', r + 2);
      return value === UNREAD ? null : value;
    });
    return { profile: converter.profiled(), cells };
  });
  return {
    columns: read.map(({ profile }) => profile),
    cells: body.map((_, r) => read.map(({ cells }) => cells[r])),
  };
}

/** The profile of one column of cells. */
export function profileOf(header: string, cells: readonly string[], correction?: Correction): ColumnProfile {
  return readTable([[header], ...cells.map((cell) => [cell])], correction ? { c1: correction } : {}).columns[0];
}

/** The typed cells of one column. */
export function typedCells(header: string, cells: readonly string[]): (string | null)[] {
  return readTable([[header], ...cells.map((cell) => [cell])]).cells.map(([cell]) => cell);
}
