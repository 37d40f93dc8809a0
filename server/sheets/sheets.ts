import { existsSync } from 'node:fs';
import { copyFile, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Worker } from 'node:worker_threads';
import { and, asc, desc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { isNumeric, unitCode, type ColumnProfile, type Correction } from '@/core/inference';
import { ReadingRefusal } from '@/core/reading';
import { byKey, formerColumn } from '@/core/spec';
import { database } from '../db/client';
import { reading } from '../sources/connection';
import { liveTable, type Live } from '../sources/relation';
import { poolOf, readLive } from '../sources/sources';
import { charts, deletedSheets, sheets, type ReadingChoices, type SheetStatus } from '../db/schema';
import { receivedFile, receivedFolder } from '../home';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { forget, type ReadingOrder } from './import';
import { keepSums, stopKeeping } from './keep-sums';
import { readAside, threadFor } from './read-aside';
import { receive } from './receive';
import { dropTables, tableOf } from './tables';
import { unpack } from './unpack';

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
  choices: ReadingChoices;
  /** What the user said of columns, by key. */
  corrections: SheetRow['corrections'];
  /** Whether the last change of the reading can be taken back. */
  canTakeBack: boolean;
  /** Columns that earlier readings had and this one has not. */
  former: SheetRow['former'];
  /** When the rows of a table that stays in its database were counted. */
  countedAt?: string;
  createdAt: string;
  /** Changes whenever the rows were read anew; empty for tables that stay in their database. */
  version: string;
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
    choices: row.choices,
    corrections: row.corrections,
    canTakeBack: row.choicesBefore !== null,
    former: row.former,
    ...(row.live ? { countedAt: (row.countedAt ?? row.createdAt).toISOString() } : {}),
    createdAt: row.createdAt.toISOString(),
    version: row.tableName?.slice(row.tableName.lastIndexOf('_') + 1) ?? '',
  };
}

/** A file that is read within this time is answered whole; a longer reading goes on behind a 202. */
const PATIENCE_MS = 900;

/** What is being read now, so that it can be stopped. */
const running = new Map<string, AbortController>();

/** Takes a file in. The answer is the ready sheet, or the sheet still being read. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function addSheet(request: Request): Promise<{ sheet: SheetRow; ready: boolean }> {
  const thread = threadFor(Number(request.headers.get('content-length') ?? 0));
  try {
    return await readOrLater(await receiveSheet(request), thread, request.signal);
  } catch (error) {
    await thread?.terminate();
    throw error;
  }
}

/** Keeps the file of a request and writes a sheet down for it that is still to be read. */
export async function receiveSheet(request: Request, stagedFor?: SheetRow): Promise<SheetRow> {
  const id = newId();
  const received = await receive(request, id);
  try {
    const { kind, bytes, encoding } = await unpack(await receivedFile(id), received);
    const name =
      received.name ??
      received.fileName.replace(/(\.(csv|tsv|txt|tab|psv|xlsx|ods|json|jsonl|ndjson|gz|zip))+$/i, '').slice(0, 200);
    const old = stagedFor && {
      stagedFor: stagedFor.id,
      headers: stagedFor.headers,
      knownKeys: stagedFor.knownKeys,
      columns: stagedFor.columns,
      corrections: stagedFor.corrections,
      choices: stagedFor.choices,
    };
    const [row] = await database()
      .insert(sheets)
      .values({
        id,
        name: name || 'Untitled',
        fileName: received.fileName.slice(0, 300),
        fileBytes: bytes,
        encoding,
        kind,
        status: 'reading',
        ...old,
      })
      .returning();
    return row;
  } catch (error) {
    await rm(await receivedFile(id), { force: true });
    throw error;
  }
}

/** Reads a sheet; what takes longer than a moment goes on by itself. */
async function readOrLater(
  row: SheetRow,
  thread?: Worker,
  client?: AbortSignal,
): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { id } = row;
  // Whoever sent the file and went away before it was answered does not want it any more.
  const leave = () => void deleteSheet(id).catch(() => undefined);
  if (client?.aborted) {
    await deleteSheet(id);
    throw new Problem(409, 'Stopped', 'Reading was stopped.');
  }
  client?.addEventListener('abort', leave, { once: true });
  try {
    return await readWithPatience(row, thread);
  } finally {
    client?.removeEventListener('abort', leave);
  }
}

async function readWithPatience(row: SheetRow, thread?: Worker): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { id } = row;
  const patience = new AbortController();
  const reading = readStoppably(row, {}, thread).then(() => 'ready' as const);
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

/** Reads a sheet so that deleting it stops the reading, with what is remembered of a table like it. */
export async function readStoppably(
  row: SheetRow,
  order: Omit<ReadingOrder, 'signal'> = {},
  thread?: Worker,
): Promise<void> {
  const stop = new AbortController();
  running.set(row.id, stop);
  if (row.tableName) await stopKeeping(row.tableName);
  try {
    await readAside(row, { ...order, signal: stop.signal }, thread);
    const first =
      !(order.corrections || order.choices || row.stagedFor || row.tableName) &&
      Object.keys(row.corrections).length === 0;
    const remembered = first ? await rememberedCorrections(await sheetRow(row.id)) : undefined;
    if (remembered)
      await readAside(await sheetRow(row.id), {
        corrections: remembered.corrections,
        remembered: {
          name: remembered.name,
          note: `What you said of the columns of “${remembered.name}”, which are the same, was applied here too.`,
        },
        signal: stop.signal,
      });
    void keepSums(await readySheet(row.id));
  } finally {
    running.delete(row.id);
  }
}

/** The corrections of the latest sheet with the same columns, by its keys: what a user said once holds when the same table comes again. */
async function rememberedCorrections(row: SheetRow): Promise<Pick<SheetRow, 'corrections' | 'name'> | undefined> {
  const [like] = await database()
    .select()
    .from(sheets)
    .where(
      and(
        ne(sheets.id, row.id),
        isNull(sheets.stagedFor),
        eq(sheets.status, 'ready'),
        sql`${sheets.headers} = ${JSON.stringify(row.headers)}::jsonb`,
        sql`${sheets.corrections} <> '{}'::jsonb`,
      ),
    )
    .orderBy(desc(sheets.createdAt))
    .limit(1);
  if (!like) return undefined;
  const keys = new Map(like.columns.map(({ key }, i) => [key, row.columns[i]?.key]));
  const own = Object.entries(like.corrections).flatMap(([key, correction]) => {
    const to = keys.get(key);
    return to ? [[to, correction] as const] : [];
  });
  return own.length > 0 ? { corrections: Object.fromEntries(own), name: like.name } : undefined;
}

/** Tries a sheet again whose reading failed or was cut short. @throws Problem where its file is not there any more. */
export async function readAgain(id: string): Promise<{ sheet: SheetRow; ready: boolean }> {
  const row = await sheetRow(id);
  if (row.status !== 'failed')
    throw new Problem(409, 'Nothing to try again', 'This sheet was read. There is nothing to try again.');
  if (!existsSync(await receivedFile(id)))
    throw new Problem(410, 'The file is gone', 'The file of this sheet did not arrive whole. Drop it again.');
  await database().update(sheets).set({ status: 'reading', error: null, progressPercent: 0 }).where(eq(sheets.id, id));
  return readOrLater({ ...row, status: 'reading' });
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

/**
 * Puts things in order after a stop: sheets that were being read say so and can be tried again (what they had begun was
 * never committed); newer files that were not taken, and received files that belong to no sheet, go.
 */
export async function tidyUp(): Promise<void> {
  await database()
    .update(sheets)
    .set({
      status: 'failed',
      error: 'Reading was interrupted when the application stopped. Try again, or drop the file again.',
    })
    .where(eq(sheets.status, 'reading'));
  const staged = await database().select({ id: sheets.id }).from(sheets).where(isNotNull(sheets.stagedFor));
  for (const { id } of staged) await deleteSheet(id);
  const known = new Set((await database().select({ id: sheets.id }).from(sheets)).map(({ id }) => id));
  const folder = await receivedFolder();
  for (const name of await readdir(folder)) if (!known.has(name)) await rm(path.join(folder, name), { force: true });
}

export async function listSheets(): Promise<SheetRow[]> {
  return database()
    .select()
    .from(sheets)
    .where(isNull(sheets.stagedFor))
    .orderBy(desc(sheets.createdAt), asc(sheets.name));
}

/** @throws Problem 404 */
export async function sheetRow(id: string): Promise<SheetRow> {
  const [row] = await database().select().from(sheets).where(eq(sheets.id, id));
  if (!row) throw await goneSheet(id);
  return row;
}

/** A sheet that is not there: of one that was deleted its name and its columns are told. */
async function goneSheet(id: string): Promise<Problem> {
  const [gone] = await database().select().from(deletedSheets).where(eq(deletedSheets.id, id));
  if (!gone) return notFound('sheet');
  const { name, columns } = gone;
  return new Problem(404, 'Not found', `The sheet “${name}” was deleted.`, undefined, { deleted: { name, columns } });
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
  if (row.live) return { ...row, tableName: '' };
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
  running.get(id)?.abort();
  if (row.tableName) await stopKeeping(row.tableName);
  await database().transaction(async (within) => {
    await within.delete(charts).where(eq(charts.sheet, id));
    await within.delete(sheets).where(eq(sheets.id, id));
    if (row.status === 'ready' && row.stagedFor === null)
      await within
        .insert(deletedSheets)
        .values({ id, name: row.name, columns: row.columns.map(formerColumn) })
        .onConflictDoNothing();
    if (row.tableName) await within.execute(dropTables(row.tableName));
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
  if (sheet.live) return liveRows(sheet, sheet.live, offset, limit);
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

async function liveRows(sheet: ReadySheet, live: Live, offset: number, limit: number): Promise<RowsAnswer> {
  const columns = byKey(sheet.columns);
  const { rows } = await reading(await poolOf(live.source), (client) =>
    drizzle(client).execute<Record<string, unknown>>(
      sql`SELECT * FROM ${liveTable(live, columns)} OFFSET ${offset} LIMIT ${limit}`,
    ),
  );
  return {
    rows: rows.map((row) => sheet.columns.map((column) => plainValue(row[column.key], column))),
    total: sheet.rowCount,
    unread: [],
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
export async function correctColumn(id: string, key: string, change: CorrectionChange): Promise<SheetRow> {
  const sheet = await readySheet(id);
  const index = sheet.columns.findIndex((column) => column.key === key);
  if (index < 0) throw notFound('column');
  const corrections = correctedBy(sheet.corrections, key, change);
  const takenBack = Object.values(change).includes(null);
  const correction = change as Correction;
  if (takenBack || correction.type !== undefined || correction.format !== undefined) {
    if (sheet.live)
      await database()
        .update(sheets)
        .set(await readLive(sheet.live, corrections))
        .where(eq(sheets.id, id));
    else await readStoppably(sheet, { corrections });
  } else {
    const { name, role, unit, summary } = correction;
    const column: ColumnProfile = {
      ...sheet.columns[index],
      ...(name ? { name } : {}),
      ...(role ? { role } : {}),
      ...(summary ? { summary } : {}),
      ...(unit !== undefined ? { unit: unitCode(unit) || undefined } : {}),
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

/** A correction, of which `null` forgets a part: the column is read again as if it had never been said. */
export type CorrectionChange = { [Part in keyof Correction]?: Correction[Part] | null };

function correctedBy(
  corrections: SheetRow['corrections'],
  key: string,
  change: CorrectionChange,
): SheetRow['corrections'] {
  const parts = Object.entries({ ...corrections[key], ...change }).filter(([, value]) => value !== null);
  const { [key]: before, ...others } = corrections;
  void before;
  return parts.length > 0 ? { ...others, [key]: Object.fromEntries(parts) as Correction } : others;
}

/** Takes the last change of the reading back; doing it twice takes it in again. @throws Problem 409 where there was none. */
export async function takeReadingBack(id: string): Promise<SheetRow> {
  const sheet = await readySheet(id);
  if (sheet.choicesBefore === null)
    throw new Problem(
      409,
      'Nothing to take back',
      'The reading of this sheet was not changed. There is nothing to take back.',
    );
  await readStoppably(sheet, { corrections: sheet.corrections, choices: sheet.choicesBefore });
  return sheetRow(id);
}

/** Reads a sheet without what was said of another one with the same columns. */
export async function forgetRemembered(id: string): Promise<SheetRow> {
  const sheet = await readySheet(id);
  await readStoppably(sheet, { corrections: {}, forget: true });
  return sheetRow(id);
}

/** Gives a sheet another name. @throws Problem 404 */
export async function renameSheet(id: string, name: string): Promise<SheetRow> {
  await sheetRow(id);
  const [row] = await database().update(sheets).set({ name }).where(eq(sheets.id, id)).returning();
  return row;
}

/** A second sheet of the same file, read in the same way, or of the same table of a database. @throws Problem 404, 410 */
export async function copySheet(id: string): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { knownKeys, headers, columns, corrections, choices, former, ...row } = await readySheet(id);
  const copied = { ...row, id: newId(), name: `${row.name} (copy)`.slice(0, 200), createdAt: new Date() };
  const kept = { knownKeys, headers, columns, corrections, choices, former };
  if (row.live) {
    const [sheet] = await database()
      .insert(sheets)
      .values({ ...copied, ...kept, tableName: null })
      .returning();
    return { sheet, ready: true };
  }
  await copyFile(await receivedFile(id), await receivedFile(copied.id)).catch(() => {
    throw new Problem(410, 'The file is gone', 'The file of this sheet is not there any more. Drop it again.');
  });
  const [sheet] = await database()
    .insert(sheets)
    .values({ ...copied, ...kept, status: 'reading', progressPercent: 0, rowCount: 0, tableName: null, keptSums: null })
    .returning();
  return readOrLater(sheet);
}

/** Reads the table again the way its user chose: which findings hold, which worksheet, which run of rows. */
export async function rereadSheet(id: string, change: ReadingChoices): Promise<SheetRow> {
  const sheet = await readySheet(id);
  if (sheet.live)
    throw new Problem(
      409,
      'A table of a database',
      'This sheet stays in its database as it is. Open a view or a SELECT where other rows are wanted.',
    );
  const findings = { ...sheet.choices.findings, ...change.findings };
  await readStoppably(sheet, { corrections: sheet.corrections, choices: { ...sheet.choices, ...change, findings } });
  return sheetRow(id);
}
