/** What a layer shows: a column, the count of rows, or a formula over columns. */
export type Amount =
  | { column: string }
  | { rows: true }
  | {
      formula: string;
      rowsFirst?: boolean;
      /** Row by row, blank cells count as nothing; absent: they do in sums and differences, elsewhere their row is left out. */
      blanks?: 'zero';
      /** Shown as percent: 0.12 as 12 %. */
      unit?: '%';
    };
