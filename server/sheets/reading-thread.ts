import { parentPort, workerData } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { closeDatabase, database } from '../db/client';
import { sheets } from '../db/schema';
import { readSheet, type ReadingOrder } from './import';
import { tellable } from './thread-messages';

/** The other side of `read-aside.ts`: reads one sheet in a thread of its own, with its own connection, and says how it went. */
const { id, order } = workerData as { id: string; order: Omit<ReadingOrder, 'signal'> };

async function work(): Promise<void> {
  const [row] = await database().select().from(sheets).where(eq(sheets.id, id));
  if (row) await readSheet(row, order);
}

try {
  await work();
  parentPort?.postMessage({ done: true });
} catch (error) {
  parentPort?.postMessage({ failed: tellable(error) });
} finally {
  await closeDatabase();
}
