import { rm } from 'node:fs/promises';
import { asc, desc, eq, sql } from 'drizzle-orm';
import { isNumeric, type ColumnProfile, type Correction } from '@/core/inference';
import { ReadingRefusal } from '@/core/reading';
import { database } from '../db/client';
import { charts, sheets, type SheetStatus } from '../db/schema';
import { receivedFile } from '../home';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { forget, readSheet } from './import';
import { receive } from './receive';
import { tableOf } from './tables';

export type SheetRow = typeof sheets.$inferSelect;
export type ReadySheet = SheetRow & { tableName: string };

/** A sheet as the API tells it. */
export interface SheetAnswer {
  id: string;
  name: string;
  fileName: string;
  status: SheetStatus;
  progress: number;
  error?: string;
  rowCount: number;
  columns: ColumnProfile[];
  reading: SheetRow['reading'];
  createdAt: string;
}

export function sheetAnswer(row: SheetRow): SheetAnswer {
  return {
    id: row.id,
    name: row.name,
    fileName: row.fileName,
    status: row.status,
    progress: row.progressPercent / 100,
    ...(row.error ? { error: row.error } : {}),
    rowCount: row.rowCount,
    columns: row.columns,
    reading: row.reading,
    createdAt: row.createdAt.toISOString(),
  };
}

/** A file that is read within this time is answered whole; a longer reading goes on behind a 202. */
const PATIENCE_MS = 2_500;

/** Takes a file in. The answer is the ready sheet, or the sheet still being read. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function addSheet(request: Request): Promise<{ sheet: SheetRow; ready: boolean }> {
  const id = newId();
  const received = await receive(request, id);
  const name = received.name ?? received.fileName.replace(/\.(csv|tsv|txt|tab|psv)$/i, '').slice(0, 200);
  const [row] = await database()
    .insert(sheets)
    .values({
      id,
      name: name || 'Untitled',
      fileName: received.fileName.slice(0, 300),
      fileBytes: received.bytes,
      encoding: received.encoding,
      status: 'reading',
    })
    .returning();
  const patience = new AbortController();
  const reading = readSheet(row).then(() => 'ready' as const);
  const waited = await Promise.race([
    reading.catch((error: unknown) => ({ error })),
    delay(PATIENCE_MS, patience.signal),
  ]);
  patience.abort();
  if (waited === 'late') {
    reading.catch((error: unknown) => fail(id, error));
    return { sheet: await sheetRow(id), ready: false };
  }
  if (typeof waited === 'object') {
    await forget(id);
    throw waited.error;
  }
  return { sheet: await sheetRow(id), ready: true };
}

function delay(ms: number, signal: AbortSignal): Promise<'late'> {
  return new Promise((resolve) => {
    const timer = setTimeout(() => resolve('late'), ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
    });
  });
}

async function fail(id: string, error: unknown): Promise<void> {
  const told = error instanceof ReadingRefusal || error instanceof Problem;
  if (!told) console.error(error);
  const message = told ? error.message : 'The server met an error while reading the file. Drop it again.';
  await database()
    .update(sheets)
    .set({ status: 'failed', error: message })
    .where(eq(sheets.id, id))
    .catch((again: unknown) => console.error(again));
}

/** Sheets that were being read when the server stopped say so; what they had begun was never committed. */
export async function failInterrupted(): Promise<void> {
  await database()
    .update(sheets)
    .set({ status: 'failed', error: 'Reading was interrupted when the application stopped. Drop the file again.' })
    .where(eq(sheets.status, 'reading'));
}

export async function listSheets(): Promise<SheetRow[]> {
  return database().select().from(sheets).orderBy(desc(sheets.createdAt), asc(sheets.name));
}

/** @throws Problem 404 */
export async function sheetRow(id: string): Promise<SheetRow> {
  const [row] = await database().select().from(sheets).where(eq(sheets.id, id));
  if (!row) throw notFound('sheet');
  return row;
}

/** @throws Problem 404, and 409 while the sheet is not ready. */
export async function readySheet(id: string): Promise<ReadySheet> {
  const row = await sheetRow(id);
  if (row.status === 'failed')
    throw new Problem(
      409,
      'The sheet could not be read',
      row.error ?? 'The sheet could not be read. Drop the file again.',
    );
  if (row.tableName === null)
    throw new Problem(
      409,
      'The sheet is still being read',
      'The sheet is still being read. Try again when it is ready.',
    );
  return { ...row, tableName: row.tableName };
}

/** Deletes a sheet with its rows, its charts and the file it came from. */
export async function deleteSheet(id: string): Promise<void> {
  const row = await sheetRow(id);
  await database().transaction(async (within) => {
    await within.delete(charts).where(eq(charts.sheet, id));
    await within.delete(sheets).where(eq(sheets.id, id));
    if (row.tableName) await within.execute(sql`DROP TABLE IF EXISTS ${tableOf(row.tableName)}`);
  });
  await rm(await receivedFile(id), { force: true });
}

export interface RowsAnswer {
  rows: (string | number | boolean | null)[][];
  total: number;
  /** Cells of these rows that could not be read, as they were written. */
  unread: { row: number; column: string; text: string }[];
}

/** Rows `offset` to `offset + limit` in the order of the sheet; numbers past 2^53 come as texts, digit for digit. */
export async function rowsOf(id: string, offset: number, limit: number): Promise<RowsAnswer> {
  const sheet = await readySheet(id);
  const cells = sheet.columns.map((column) => sql.identifier(column.key));
  const { rows } = await database().execute<Record<string, unknown>>(
    sql`SELECT ${sql.join([sql`n`, ...cells.map((cell) => sql`${cell}`), sql`x`], sql`, `)} FROM ${tableOf(sheet.tableName)} WHERE n >= ${offset} AND n < ${offset + limit} ORDER BY n`,
  );
  const unread = rows.flatMap((row) =>
    Object.entries((row.x ?? {}) as Record<string, string>).map(([column, text]) => ({
      row: Number(row.n),
      column,
      text,
    })),
  );
  return {
    rows: rows.map((row) => sheet.columns.map((column) => plainValue(row[column.key], column))),
    total: sheet.rowCount,
    unread,
  };
}

export function plainValue(value: unknown, column: Pick<ColumnProfile, 'type'>): string | number | boolean | null {
  if (value === null || value === undefined) return null;
  if (typeof value === 'boolean') return value;
  if (!isNumeric(column)) return String(value);
  const number = Number(value);
  return column.type === 'integer' && !Number.isSafeInteger(number) ? String(value) : number;
}

/**
 * Applies a user's correction to a column. A new type or format reads the sheet again from the file as it was received;
 * the other parts change the profile alone.
 */
export async function correctColumn(id: string, key: string, correction: Correction): Promise<SheetRow> {
  const sheet = await readySheet(id);
  const index = sheet.columns.findIndex((column) => column.key === key);
  if (index < 0) throw notFound('column');
  const corrections = { ...sheet.corrections, [key]: { ...sheet.corrections[key], ...correction } };
  if (correction.type !== undefined || correction.format !== undefined) {
    await readSheet(sheet, corrections);
  } else {
    const { name, role, unit, summary } = correction;
    const column: ColumnProfile = {
      ...sheet.columns[index],
      ...(name ? { name } : {}),
      ...(role ? { role } : {}),
      ...(summary ? { summary } : {}),
      ...(unit !== undefined ? { unit: unit || undefined } : {}),
    };
    if (role && role !== sheet.columns[index].role)
      column.reasons = [...column.reasons, 'You said what it is good for.'];
    await database()
      .update(sheets)
      .set({ corrections, columns: sheet.columns.map((one, i) => (i === index ? column : one)) })
      .where(eq(sheets.id, id));
  }
  return sheetRow(id);
}
