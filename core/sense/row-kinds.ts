export const ROW_KINDS = ['event', 'thing', 'reading', 'period', 'thing-in-period', 'cell'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

/** What a row of a sheet stands for. */
export interface RowSense {
  readonly is: RowKind;
  /** One of them: "job", "month". */
  readonly name?: string;
  /** The column that names the thing of a row. */
  readonly thing?: string;
  readonly reasons: readonly string[];
}
