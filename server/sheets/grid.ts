import type { RecordBatch } from '@/core/reading';
import type { Progress } from './records';
import type { RowSpool } from './row-spool';

/** One worksheet as texts, with what its cells' formats say written into them: dates ISO 8601, "12%", "£5". */
export interface Grid {
  readonly name: string;
  readonly hidden: boolean;
  readonly spool: RowSpool;
  readonly hiddenRows: number;
  readonly hiddenColumns: number;
  readonly mergedCells: number;
  records(progress: Progress): AsyncGenerator<RecordBatch>;
}

/** The worksheets of a workbook, and the one that is kept: its rows can be read. */
export interface Book {
  readonly grids: readonly Grid[];
  readonly kept: Grid | undefined;
}

/** How much speaks for a worksheet: its filled cells, hidden ones hardly. */
const weight = ({ spool, hidden }: Grid) => (hidden ? 0.001 : 1) * spool.filled;

/** The likelier of two worksheets, the first among equals; the other's rows are let go. */
export function likelier(one: Grid | undefined, other: Grid): Grid | undefined {
  const better = weight(other) > (one ? weight(one) : 0);
  (better ? one : other)?.spool.close();
  return better ? other : one;
}
