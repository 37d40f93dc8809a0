import type { ColumnProfile } from '@/core/inference';

/** A sheet as the worker needs it: `version` changes whenever its rows or columns may have. */
export interface WorkerSheet {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly rowCount: number;
  readonly columns: readonly ColumnProfile[];
  /** The colours that its groups have in every chart. */
  readonly colors?: Readonly<Record<string, string>>;
}

/** By what held answers are told to be of the rows that a sheet has now. */
export type SheetVersion = Pick<WorkerSheet, 'id' | 'version'>;
