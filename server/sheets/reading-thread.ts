import { parentPort } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { closeDatabase, database } from '../db/client';
import { sheets } from '../db/schema';
import { readSheet, type ReadingOrder } from './import';
import { tellable } from './thread-messages';

interface Task {
  readonly id: string;
  readonly order: Omit<ReadingOrder, 'signal'>;
}

/** The other side of `read-aside.ts`: waits for one sheet, reads it with a connection of its own, and says how it went. */
parentPort?.once('message', (task: Task) => void read(task));

async function read({ id, order }: Task): Promise<void> {
  try {
    const [row] = await database().select().from(sheets).where(eq(sheets.id, id));
    if (row) await readSheet(row, order);
    parentPort?.postMessage({ done: true });
  } catch (error) {
    parentPort?.postMessage({ failed: tellable(error) });
  } finally {
    await closeDatabase();
  }
}
