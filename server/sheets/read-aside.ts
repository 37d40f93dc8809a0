import { existsSync } from 'node:fs';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { Problem } from '../problem';
import { readSheet, type ReadingOrder, type SheetRow } from './import';
import { toldError, type ToldError } from './thread-messages';

/** Where the build puts the reading thread (scripts/lib/app.mjs); without it sheets are read in the server's own thread. */
const THREAD = ['.next', 'up-chart', 'reading-thread.mjs'];
/** Smaller files are read before a thread would have started. */
const WORTH_A_THREAD = 2 * 1024 * 1024;

/** A thread that waits for the sheet it is to read; `undefined` where none is worth while. */
export function threadFor(bytes: number): Worker | undefined {
  const thread = path.join(/* turbopackIgnore: true */ process.cwd(), ...THREAD);
  if (bytes < WORTH_A_THREAD || !existsSync(thread)) return undefined;
  return new Worker(/* turbopackIgnore: true */ thread, {
    resourceLimits: { maxYoungGenerationSizeMb: 192, maxOldGenerationSizeMb: 384 },
  });
}

/**
 * Reads a sheet beside the server, so that everything else goes on being answered. Stopping ends the thread, and with
 * its connection the transaction that it was in.
 * @param ready a thread from `threadFor` that was started while the file arrived
 */
export async function readAside(row: SheetRow, order: ReadingOrder, ready?: Worker): Promise<void> {
  const worker = ready ?? threadFor(row.fileBytes);
  if (!worker) return readSheet(row, order);
  const { signal, ...rest } = order;
  const stop = () => void worker.terminate();
  signal?.addEventListener('abort', stop);
  try {
    await new Promise<void>((resolve, reject) => {
      worker.once('message', (message: { done?: true; failed?: ToldError }) => {
        if (message.failed) reject(toldError(message.failed));
        else resolve();
      });
      worker.once('error', reject);
      worker.once('exit', () => reject(new Problem(409, 'Stopped', 'Reading was stopped.')));
      worker.postMessage({ id: row.id, order: rest });
    });
  } finally {
    signal?.removeEventListener('abort', stop);
  }
}
