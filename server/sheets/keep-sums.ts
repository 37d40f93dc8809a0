import { eq, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { onClient } from '../db/cancellable';
import { pool } from '../db/client';
import { sheets } from '../db/schema';
import { KEEP_FROM_ROWS, keepSql, mostKept, planKept } from '../query/kept-sums';
import { keptTableName, tableOf } from './tables';

/** What is needed of a sheet that is ready. */
type Rows = Pick<typeof sheets.$inferSelect, 'columns' | 'rowCount' | 'live'> & { readonly tableName: string };

/** What is being kept now, by the table of the sheet. */
const keeping = new Map<string, { stop: AbortController; done: Promise<void> }>();

/**
 * Keeps sums by day and groups of a large sheet beside its rows, so that a chart of millions of rows is asked of some
 * thousands. The sheet is ready before; a failure leaves it to be asked by its rows.
 * @param from sheets of fewer rows are quick enough by themselves
 */
export function keepSums(sheet: Rows, from = KEEP_FROM_ROWS): Promise<void> {
  const plan = sheet.live || sheet.rowCount < from ? undefined : planKept(sheet.columns, sheet.rowCount);
  if (!plan || keeping.has(sheet.tableName)) return Promise.resolve();
  const stop = new AbortController();
  const done = make(sheet, plan, stop.signal)
    .catch((error: unknown) => {
      if (!stop.signal.aborted) console.error('Sums of a sheet could not be kept:', error);
    })
    .finally(() => keeping.delete(sheet.tableName));
  keeping.set(sheet.tableName, { stop, done });
  return done;
}

/** Gives keeping up, before the rows that it reads are dropped. */
export async function stopKeeping(tableName: string): Promise<void> {
  const now = keeping.get(tableName);
  now?.stop.abort();
  await now?.done;
}

async function make(
  { tableName, rowCount }: Rows,
  plan: NonNullable<ReturnType<typeof planKept>>,
  stop: AbortSignal,
): Promise<void> {
  const table = keptTableName(tableName);
  const client = await pool().connect();
  const within = drizzle(client);
  try {
    await client.query('BEGIN');
    await onClient(client, keepSql(tableName, table, plan), stop);
    const [{ size }] = (
      await within.execute<{ size: number }>(sql`SELECT count(*)::float8 AS size FROM ${tableOf(table)}`)
    ).rows;
    const worth = size <= mostKept(rowCount);
    await within.execute(worth ? sql`ANALYZE ${tableOf(table)}` : sql`DROP TABLE ${tableOf(table)}`);
    // The sheet may have got other rows meanwhile; then there is nobody to keep these for.
    const found = await within
      .update(sheets)
      .set({ keptSums: { ...plan, table: worth ? table : null } })
      .where(eq(sheets.tableName, tableName))
      .returning({ id: sheets.id });
    await client.query(found.length > 0 ? 'COMMIT' : 'ROLLBACK');
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}
