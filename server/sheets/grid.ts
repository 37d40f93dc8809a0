/** One worksheet as texts, with what its cells' formats say written into them: dates ISO 8601, "12%", "£5". */
export interface Grid {
  readonly name: string;
  readonly hidden: boolean;
  readonly rows: readonly (readonly string[])[];
  readonly hiddenRows: number;
  readonly hiddenColumns: number;
  readonly mergedCells: number;
}
