import type { ReadingChange } from '@/core/api';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { from as copyFrom } from 'pg-copy-streams';
import type { ColumnProfile, Correction } from '@/core/inference';
import { ReadingRefusal, storableValue, type Reading } from '@/core/reading';
import { formerColumn, type FormerColumn } from '@/core/spec';
import type { PoolClient } from 'pg';
import { database, pool, type Within } from '../db/client';
import * as schema from '../db/schema';
import { sheets, type SheetRow } from '../db/schema';
import { Problem } from '../problem';
import { changedMeanwhile, lockSheet } from './lock';
import { openSource } from './open-source';
import type { Progress, RecordSource } from './records';
import { withRhythms } from './rhythms';
import { CONFIRMED_LATER, sense } from './sensing';
import { TableReader } from './table-reader';
import { copyStatement, createTable, dropTables, SHEETS_SCHEMA, tableOf } from './tables';

export interface ReadingOrder {
  readonly corrections?: Readonly<Record<string, Correction>>;
  readonly choices?: ReadingChange;
  readonly signal?: AbortSignal;
  /** What the user should know beside what the file itself says. */
  readonly notes?: readonly string[];
  /** The sheet whose corrections are applied because its columns are the same, and the note that says so. */
  readonly remembered?: Reading['remembered'];
  /** What was said of another sheet does not hold any more. */
  readonly forget?: boolean;
}

/**
 * Reads the received file of a sheet into a typed table of its own and marks the sheet ready. Table, rows and profile
 * come in one transaction: after a crash there is the whole sheet or nothing of it.
 * @throws ReadingRefusal where the file cannot become a sheet.
 */
export async function readSheet(sheet: SheetRow, order: ReadingOrder = {}): Promise<void> {
  const tell = progressTeller(sheet, { rowsSoFar: 0 });
  // Workbooks and JSON are gone through once before their rows are known: a third of the way.
  const source = await openSource(sheet, order.choices ?? sheet.choices, (share) => void tell(share * BEFORE_ROWS));
  try {
    await readRows(sheet, source, order);
  } finally {
    source.end?.();
  }
}

async function readRows(sheet: SheetRow, source: RecordSource, order: ReadingOrder): Promise<void> {
  const { corrections = sheet.corrections, choices = sheet.choices, signal, notes = [] } = order;
  const remembered = order.remembered ?? (order.forget ? undefined : sheet.reading?.remembered);
  const known = {
    ...sheet.knownKeys,
    ...Object.fromEntries(sheet.headers.map((header, i) => [header, sheet.columns[i].key])),
  };
  const before = { headers: Object.keys(known), keys: Object.values(known) };
  const reader = new TableReader(source, corrections, choices, before);
  await reader.guess();
  const tell = progressTeller(sheet, reader);
  if (!sheet.tableName)
    await database()
      .update(sheets)
      .set({ reading: storableValue(reader.early()) })
      .where(eq(sheets.id, sheet.id));
  const tableName = `s_${sheet.id}_${Date.now().toString(36)}`;
  const from = source.about.format === 'delimited' ? 0 : BEFORE_ROWS;
  const client = await pool().connect();
  try {
    const within = drizzle(client, { schema });
    await client.query('BEGIN');
    await copyRows(client, tableName, reader, (share) => void tell(from + share * (96 - from)), signal);
    if (!reader.guessHeld()) {
      await within.execute(sql`DROP TABLE ${tableOf(tableName)}`);
      await copyRows(client, tableName, reader, (share) => void tell(50 + share * 46), signal);
    }
    await within.execute(sql`CREATE INDEX ON ${tableOf(tableName)} USING brin (n) WITH (pages_per_range = 16)`);
    // Enough to plan by; different values are mostly counted while reading. The database looks closer by itself later.
    await within.execute(sql`SET LOCAL default_statistics_target = 30`);
    await within.execute(sql`ANALYZE ${tableOf(tableName)}`);
    const { headers, columns: read, rows, reading } = reader.outcome();
    const ask = async (statement: SQL) => (await within.execute(statement)).rows;
    const table = sql`${tableOf(tableName)}`;
    const seen = await estimateDistinct(within, tableName, await withRhythms(ask, table, read), rows);
    const { name, rowSaid } = sheet;
    const unconfirmed = rows >= CONFIRMED_LATER;
    const sensed = { name, columns: seen, total: rows, corrections, rowSaid, unconfirmed };
    const { columns, row } = await sense(ask, table, sensed);
    signal?.throwIfAborted();
    // Between this and the commit nobody else changes the sheet; what was done before is not undone unseen.
    const now = await lockSheet(within, sheet.id);
    if (!now || now.tableName !== sheet.tableName || now.file !== sheet.file) throw changedMeanwhile();
    await within
      .update(sheets)
      .set({
        ...storableValue({
          headers,
          knownKeys: { ...known, ...Object.fromEntries(headers.map((header, i) => [header, columns[i].key])) },
          columns,
          row,
          former: formerOf([sheet], columns),
          reading: {
            ...reading,
            notes: [...(remembered ? [remembered.note] : []), ...notes, ...reading.notes],
            ...(remembered ? { remembered } : {}),
          },
        }),
        status: 'ready',
        error: null,
        progressPercent: 100,
        rowCount: rows,
        corrections,
        choices,
        ...(order.choices && sheet.tableName ? { choicesBefore: sheet.choices } : {}),
        tableName,
        keptSums: null,
      })
      .where(eq(sheets.id, sheet.id));
    if (now.tableName) await within.execute(dropTables(now.tableName));
    await client.query('COMMIT');
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw signal?.aborted ? new Problem(409, 'Stopped', 'Reading was stopped.') : friendlier(error);
  } finally {
    client.release();
  }
}

/** How far a reading is, in percent, when the rows of a workbook or of JSON are known. */
const BEFORE_ROWS = 35;

/** The columns that some sheets had, now or before, and that are none of these. */
export function formerOf(
  sheets: readonly Pick<SheetRow, 'former' | 'columns'>[],
  columns: readonly ColumnProfile[],
): FormerColumn[] {
  const all = sheets.flatMap((sheet) => [...sheet.former, ...sheet.columns.map(formerColumn)]);
  const now = new Set(columns.map(({ key }) => key));
  return [...new Map(all.map((one) => [one.key, one])).values()].filter(({ key }) => !now.has(key));
}

/** Makes the table that a reader plans and fills it. */
async function copyRows(
  client: PoolClient,
  tableName: string,
  reader: TableReader,
  progress: Progress,
  signal?: AbortSignal,
): Promise<void> {
  await drizzle(client).execute(createTable(tableName, reader.columns));
  await pipeline(
    Readable.from(reader.copyLines(progress), { objectMode: true }),
    client.query(copyFrom(copyStatement(tableName, reader.columns, reader.delimiter))),
    { signal },
  );
}

/** Up to this many rows different values are counted; of more they are estimated. */
const COUNTED_ROWS = 250_000;

/** For columns with more different values than are held in memory: counted by the database, or estimated by its ANALYZE. */
async function estimateDistinct(
  within: Within,
  tableName: string,
  columns: ColumnProfile[],
  rows: number,
): Promise<ColumnProfile[]> {
  const unknown = columns.filter((column) => column.stats.distinctAbout);
  if (unknown.length === 0) return columns;
  const found =
    rows <= COUNTED_ROWS ? await countDistinct(within, tableName, unknown) : await estimates(within, tableName, rows);
  return columns.map((column) => {
    const distinct = found.get(column.key);
    if (!column.stats.distinctAbout) return column;
    const { distinctAbout, ...stats } = column.stats;
    return {
      ...column,
      stats: { ...stats, distinct: distinct ?? stats.count, ...(rows <= COUNTED_ROWS ? {} : { distinctAbout }) },
    };
  });
}

async function countDistinct(
  within: Within,
  tableName: string,
  columns: readonly ColumnProfile[],
): Promise<ReadonlyMap<string, number>> {
  const counts = columns.map(({ key }) => sql`count(DISTINCT ${sql.identifier(key)})::int AS ${sql.identifier(key)}`);
  const { rows } = await within.execute<Record<string, number>>(
    sql`SELECT ${sql.join(counts, sql`, `)} FROM ${tableOf(tableName)}`,
  );
  return new Map(Object.entries(rows[0]));
}

async function estimates(within: Within, tableName: string, rows: number): Promise<ReadonlyMap<string, number>> {
  const { rows: found } = await within.execute<{ attname: string; n_distinct: number }>(
    sql`SELECT attname, n_distinct FROM pg_stats WHERE schemaname = ${SHEETS_SCHEMA} AND tablename = ${tableName}`,
  );
  return new Map(
    found.map(({ attname, n_distinct }) => [attname, n_distinct < 0 ? Math.round(-n_distinct * rows) : n_distinct]),
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
export function progressTeller(
  { id, tableName }: Pick<SheetRow, 'id' | 'tableName'>,
  reader: Pick<TableReader, 'rowsSoFar'>,
): (percent: number) => Promise<void> {
  let last = Date.now();
  return async (percent) => {
    if (Date.now() - last < 300) return;
    last = Date.now();
    await database()
      .update(sheets)
      .set({
        progressPercent: Math.min(99, Math.floor(percent)),
        // A sheet that is there already keeps its rows until the new ones are.
        ...(tableName === null ? { rowCount: reader.rowsSoFar } : {}),
      })
      // What is told late finds a sheet that has been read meanwhile, and leaves it as it is.
      .where(
        and(eq(sheets.id, id), tableName === null ? eq(sheets.status, 'reading') : eq(sheets.tableName, tableName)),
      )
      .catch(() => undefined);
  };
}
