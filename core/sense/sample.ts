/** A typed cell as it is stored: dates as ISO 8601 texts. */
export type Value = string | number | boolean | null;

/** Some rows of a sheet, enough to see how its columns relate; all of them where they are few. */
export interface SheetSample {
  /** The cells of each column, in the order of the sheet. */
  readonly columns: readonly (readonly Value[])[];
  readonly rows: number;
  /** How many rows the whole sheet has. */
  readonly total: number;
}

/** The numbers of a column, `null` where a cell is empty or no number. */
export const numbersIn = (cells: readonly Value[]): (number | null)[] =>
  cells.map((cell) => (typeof cell === 'number' ? cell : null));
