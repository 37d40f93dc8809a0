import { isNumeric } from '@/core/inference';
import { senseOf, type Said, type Sense, type SheetSample, type Value } from '@/core/sense';
import { readTable } from './table';

/** A small table as the application looks at it as a whole; the first row is the header. */
export function senseTable(rows: readonly (readonly string[])[], said: Partial<Said> = {}): Sense {
  const { columns, cells } = readTable(rows);
  const typed = (text: string | null, c: number): Value =>
    text === null
      ? null
      : isNumeric(columns[c])
        ? Number(text)
        : columns[c].type === 'boolean'
          ? text === 'true'
          : text;
  const sample: SheetSample = {
    columns: columns.map((_, c) => cells.map((row) => typed(row[c], c))),
    rows: cells.length,
    total: cells.length,
  };
  return senseOf(columns, sample, { sheetName: 'table', corrections: {}, ...said });
}

/** A table of so many rows, each column by the place of its row. */
export function tableOf(rows: number, columns: Readonly<Record<string, (i: number) => string | number>>): string[][] {
  const makers = Object.values(columns);
  return [Object.keys(columns), ...Array.from({ length: rows }, (_, i) => makers.map((make) => String(make(i))))];
}
