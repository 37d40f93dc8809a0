import type { SpokenSheet } from '@/core/spec';

/** A sheet as the worker needs it: `version` changes whenever its rows or columns may have. */
export interface WorkerSheet extends SpokenSheet {
  readonly version: string;
  readonly rowCount: number;
}

/** By what held answers are told to be of the rows that a sheet has now. */
export type SheetVersion = Pick<WorkerSheet, 'id' | 'version'>;
