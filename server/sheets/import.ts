import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { rm } from 'node:fs/promises';
import { eq, sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { from as copyFrom } from 'pg-copy-streams';
import type { ColumnProfile, Correction } from '@/core/inference';
import { ReadingRefusal, type Encoding } from '@/core/reading';
import type { PoolClient } from 'pg';
import { database, pool } from '../db/client';
import { sheets } from '../db/schema';
import { receivedFile } from '../home';
import { Problem } from '../problem';
import { delimitedRecords, type Progress } from './records';
import { TableReader } from './table-reader';
import { copyStatement, createTable, SHEETS_SCHEMA, tableOf } from './tables';

type SheetRow = typeof sheets.$inferSelect;

/**
 * Reads the received file of a sheet into a typed table of its own and marks the sheet ready. Table, rows and profile
 * come in one transaction: after a crash there is the whole sheet or nothing of it.
 * @throws ReadingRefusal where the file cannot become a sheet.
 */
export async function readSheet(
  sheet: SheetRow,
  corrections: Readonly<Record<string, Correction>> = sheet.corrections,
): Promise<void> {
  const tell = progressTeller(sheet.id);
  const file = { path: await receivedFile(sheet.id), bytes: sheet.fileBytes, encoding: sheet.encoding as Encoding };
  const reader = new TableReader(await delimitedRecords(file), corrections);
  await reader.guess();
  const tableName = `s_${sheet.id}_${Date.now().toString(36)}`;
  const client = await pool().connect();
  try {
    const within = drizzle(client);
    await client.query('BEGIN');
    await copyRows(client, tableName, reader, (share) => tell(share * 96));
    if (!reader.guessHeld()) {
      await within.execute(sql`DROP TABLE ${tableOf(tableName)}`);
      await copyRows(client, tableName, reader, (share) => tell(50 + share * 46));
    }
    await within.execute(sql`CREATE INDEX ON ${tableOf(tableName)} USING brin (n) WITH (pages_per_range = 16)`);
    await within.execute(sql`ANALYZE ${tableOf(tableName)}`);
    const { headers, columns, rows, reading } = reader.outcome();
    await within
      .update(sheets)
      .set({
        status: 'ready',
        error: null,
        progressPercent: 100,
        rowCount: rows,
        headers,
        columns: await estimateDistinct(within, tableName, columns, rows),
        corrections,
        reading,
        tableName,
      })
      .where(eq(sheets.id, sheet.id));
    if (sheet.tableName) await within.execute(sql`DROP TABLE IF EXISTS ${tableOf(sheet.tableName)}`);
    await client.query('COMMIT');
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw friendlier(error);
  } finally {
    client.release();
  }
}

/** Makes the table that a reader plans and fills it. */
async function copyRows(client: PoolClient, tableName: string, reader: TableReader, progress: Progress): Promise<void> {
  await drizzle(client).execute(createTable(tableName, reader.columns));
  await pipeline(
    Readable.from(reader.copyLines(progress), { objectMode: true }),
    client.query(copyFrom(copyStatement(tableName, reader.columns))),
  );
}

/** For columns with more different values than are held in memory: the estimate of the database's ANALYZE. */
async function estimateDistinct(
  within: NodePgDatabase,
  tableName: string,
  columns: ColumnProfile[],
  rows: number,
): Promise<ColumnProfile[]> {
  if (!columns.some((column) => column.stats.distinctAbout)) return columns;
  const { rows: found } = await within.execute<{ attname: string; n_distinct: number }>(
    sql`SELECT attname, n_distinct FROM pg_stats WHERE schemaname = ${SHEETS_SCHEMA} AND tablename = ${tableName}`,
  );
  const estimates = new Map(
    found.map(({ attname, n_distinct }) => [attname, n_distinct < 0 ? Math.round(-n_distinct * rows) : n_distinct]),
  );
  return columns.map((column) =>
    column.stats.distinctAbout
      ? { ...column, stats: { ...column.stats, distinct: estimates.get(column.key) ?? column.stats.count } }
      : column,
  );
}

function friendlier(error: unknown): unknown {
  const { code } = error as { code?: string };
  if (code === '54000' || code === '54011')
    return new ReadingRefusal(
      'A row of this file is too wide to be kept: it has too many long cells. Leave columns out, then drop the file again.',
    );
  if (code === '53100')
    return new Problem(
      507,
      'The disk is full',
      'There is no room left on the disk for this sheet. Make room, then drop the file again.',
    );
  return error;
}

/** Writes the progress of a long reading down, at most every 300 ms. */
function progressTeller(id: string): (percent: number) => void {
  let last = Date.now();
  return (percent) => {
    if (Date.now() - last < 300) return;
    last = Date.now();
    database()
      .update(sheets)
      .set({ progressPercent: Math.min(99, Math.floor(percent)) })
      .where(eq(sheets.id, id))
      .catch(() => undefined);
  };
}

/** Takes a sheet that could not be read out of the world again. */
export async function forget(id: string): Promise<void> {
  await database().delete(sheets).where(eq(sheets.id, id));
  await rm(await receivedFile(id), { force: true });
}
