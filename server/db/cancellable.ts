import type { SQL } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool, PoolClient } from 'pg';
import { cancel } from './cancel';

/** Runs one statement on a connection of a pool; where `stop` fires it is cancelled in its database. */
export async function cancellable(from: Pool, statement: SQL, stop?: AbortSignal): Promise<Record<string, unknown>[]> {
  const client = await from.connect();
  try {
    return await onClient(client, statement, stop);
  } finally {
    client.release();
  }
}

/** The same on a connection that is held. It is through only when no word to cancel is under way to the connection any more. */
export async function onClient(
  client: PoolClient,
  statement: SQL,
  stop?: AbortSignal,
): Promise<Record<string, unknown>[]> {
  stop?.throwIfAborted();
  let cancelling: Promise<void> | undefined;
  const onStop = () => (cancelling = cancel(client));
  stop?.addEventListener('abort', onStop);
  try {
    return (await drizzle(client).execute<Record<string, unknown>>(statement)).rows;
  } finally {
    stop?.removeEventListener('abort', onStop);
    await cancelling;
  }
}
