import type { SameColumn } from '@/core/api';
import { eq } from 'drizzle-orm';
import { database } from '../db/client';
import { sheets } from '../db/schema';
import { changedMeanwhile } from './lock';
import { readSheet, type ReadingOrder } from './import';
import { mergeRows, type Merged } from './merge-rows';

/** What is done beside the server with the file of a sheet. */
export type Job =
  | { readonly kind: 'read'; readonly sheet: string; readonly order: Omit<ReadingOrder, 'signal'> }
  | { readonly kind: 'merge'; readonly sheet: string; readonly into: string; readonly same: readonly SameColumn[] };

export interface JobResult {
  readonly merged?: Merged;
}

/** Does a job where it is called. @throws what reading and merging throw */
export async function doJob(job: Job, signal?: AbortSignal): Promise<JobResult> {
  const row = await find(job.sheet);
  // A sheet that was deleted meanwhile is not read any more.
  if (!row) return {};
  try {
    if (job.kind === 'read') {
      await readSheet(row, { ...job.order, signal });
      return {};
    }
    const old = await find(job.into);
    return old ? { merged: await mergeRows(old, row, job.same) } : {};
  } catch (error) {
    // The sheet was deleted meanwhile, or has another file now.
    if ((error as { code?: unknown }).code === 'ENOENT') throw changedMeanwhile();
    throw error;
  }
}

async function find(id: string) {
  const [row] = await database().select().from(sheets).where(eq(sheets.id, id));
  return row;
}
