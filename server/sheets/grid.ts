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
