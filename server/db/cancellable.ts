import type { SQL } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool, PoolClient } from 'pg';

/** Runs one statement on a connection of a pool; where `stop` fires it is cancelled in its database. */
export async function cancellable(from: Pool, statement: SQL, stop?: AbortSignal): Promise<Record<string, unknown>[]> {
  const client = await from.connect();
  try {
    return await onClient(client, from, statement, stop);
  } finally {
    client.release();
  }
}

/** The same on a connection that is held. */
export async function onClient(
  client: PoolClient,
  from: Pool,
  statement: SQL,
  stop?: AbortSignal,
): Promise<Record<string, unknown>[]> {
  stop?.throwIfAborted();
  const { processID } = client as PoolClient & { processID: number };
  const cancel = () => void from.query('SELECT pg_cancel_backend($1)', [processID]).catch(() => undefined);
  stop?.addEventListener('abort', cancel);
  try {
    return (await drizzle(client).execute<Record<string, unknown>>(statement)).rows;
  } finally {
    stop?.removeEventListener('abort', cancel);
  }
}
