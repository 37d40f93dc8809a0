import type { Correction } from '../inference';
import type { Relations } from './relations';
import type { RowKind } from './row-kinds';

/** Relations between columns, and amounts that never fall over time (of each thing by itself). */
export interface Claims extends Relations {
  readonly rising: readonly number[];
  readonly when?: number;
  readonly things: readonly number[];
}

/** What was said of a sheet by its user, or of columns with the same header before. */
export interface Said {
  readonly sheetName: string;
  readonly corrections: Readonly<Record<string, Correction>>;
  readonly row?: RowSaid;
  /** What all rows say of the claims of the sample; without it the sample is believed. */
  readonly held?: Claims;
}

export type RowSaid = { readonly is?: RowKind; readonly name?: string };
