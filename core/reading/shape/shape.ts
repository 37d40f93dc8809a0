/** A record of a table as it came, and its number in the file, from 1. */
export interface NumberedRecord {
  readonly cells: readonly string[];
  readonly number: number;
}

export type DecimalSign = '.' | ',';

/** What a single cell looks like; reading knows no types, so that the caller says it. */
export interface CellLook {
  /** `step`: a month, quarter, week or year of the calendar, or a date. */
  kind(cell: string): 'empty' | 'number' | 'step' | 'text';
  /** The value of a cell that is a number, under a decimal sign where that is settled. */
  number(cell: string, decimal?: DecimalSign): number | undefined;
  /** The decimal sign that a cell by itself settles: "1.234,5" a comma, "12.5" a point, "1.234" none. */
  settles(cell: string): DecimalSign | undefined;
  isUnit(cell: string): boolean;
  /** The step that a header names: "Mar 2024", "2024", "Q1 2024", "March"; `whole` where it carries its year. */
  step(cell: string): { readonly name: string; readonly whole: boolean } | undefined;
  /** A cell as the name of a measure: its unit, where it carries one, and whether its words are such as measures have. */
  measure(cell: string): { readonly unit?: string; readonly says: boolean };
}

export const SHAPE_FINDINGS = [
  'no-header',
  'title',
  'two-line-header',
  'units-row',
  'across',
  'measures',
  'totals',
  'total-columns',
  'footnotes',
  'empty-columns',
  'repeated-columns',
  'on-its-side',
  'date-parts',
] as const;
export type ShapeFindingId = (typeof SHAPE_FINDINGS)[number];

/** Something found about how a table stands in its file: what is so, and what taking it in does. */
export interface ShapeFinding {
  readonly id: ShapeFindingId;
  /** One plain statement, and why, or what follows. */
  readonly says: string;
  readonly why: string;
  /** What the other choice is called. */
  readonly otherwise: string;
  /** Whether it is taken in. */
  readonly taken: boolean;
  /** The rows (numbers in the file) or columns (from 0) that it is about. */
  readonly rows?: readonly number[];
  readonly columns?: readonly number[];
}

/** What the user decided of findings, and a run of rows where only that is wanted (numbers in the file, both included). */
export interface ShapeChoices {
  readonly findings?: Readonly<Partial<Record<ShapeFindingId, boolean>>>;
  readonly rows?: { readonly from?: number; readonly to?: number };
  readonly headerRow?: number;
}

/** How the records of a file become the rows of a table. */
export interface Shape {
  readonly findings: readonly ShapeFinding[];
  /** The row that names the columns; `undefined` where none does. */
  readonly headerRow?: number;
  readonly headers: readonly string[];
  /** How many cells of a header there are before longer rows add columns. */
  readonly width: number;
  /** The rows of the table that a record makes: none where it is left out, several where steps stand across the top. */
  readonly rows: (record: NumberedRecord) => readonly (readonly string[])[];
  /** The rows are the records as they stand, those of the wanted numbers. */
  readonly asTheyStand?: (number: number) => boolean;
  /** The table lies on its side: records are the columns. */
  readonly turned?: boolean;
  /** The column of figures holds several measures, told apart by another: the places of both among `headers`. */
  readonly mixed?: { readonly amount: number; readonly by: number };
  /** Longer rows may add columns: nothing was rearranged. */
  readonly open: boolean;
}

export const filledIn = (cells: readonly string[]): number =>
  cells.reduce((n, cell) => (cell.trim() === '' ? n : n + 1), 0);
export const cellAt = (cells: readonly string[], i: number): string => (cells[i] ?? '').trim();
const format = (n: number) => n.toLocaleString('en-GB');

/** "Row 3", "Rows 1 and 2", "Rows 4, 9 and 14", "12 rows from row 4". */
export function rowWords(rows: readonly number[]): string {
  if (rows.length === 1) return `Row ${format(rows[0])}`;
  if (rows.length > 5) return `${format(rows.length)} rows, from row ${format(rows[0])},`;
  return `Rows ${rows.slice(0, -1).map(format).join(', ')} and ${format(rows[rows.length - 1])}`;
}

/** The most cells that any of some records has; of none 0. A loop, since a call cannot take 100,000 arguments. */
export function widestOf(records: Iterable<{ readonly length: number }>): number {
  let width = 0;
  for (const { length } of records) if (length > width) width = length;
  return width;
}
