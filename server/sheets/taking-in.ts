import { hash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { beginning, ReadingRefusal, storable } from '@/core/reading';
import { database } from '../db/client';
import { sheets, type SheetRow } from '../db/schema';
import { receivedFile } from '../home';
import { newId } from '../ids';
import { persistently } from '../persistently';
import { Problem } from '../problem';
import { deleteForsaken, deleteSheet } from './deleting';
import type { ReadingOrder } from './import';
import { keepSums, stopKeeping } from './keep-sums';
import { isLarge, runJob, warmReader } from './readers';
import { receive } from './receive';
import { incomingFile, keepReceived } from './received-files';
import { stoppably } from './running';
import { confirmSense } from './sense-anew';
import { readySheet, sheetRow } from './sheets';
import { applyTaught, leavingRoom, taughtFor, type Taught } from './taught';
import { unpack } from './unpack';

/** A file that is read within this time, by its size, is answered whole; a longer reading goes on behind a 202. */
const PATIENCE_MS = { small: 4_000, large: 900 };

/** Takes a file in. The answer is the ready sheet, or the sheet still being read. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function addSheet(request: Request): Promise<{ sheet: SheetRow; ready: boolean }> {
  warmReader(Number(request.headers.get('content-length') ?? 0));
  return readOrLater(await receiveSheet(request), request.signal);
}

/** Keeps the file of a request and writes a sheet down for it that is still to be read. */
export async function receiveSheet(request: Request, stagedFor?: SheetRow): Promise<SheetRow> {
  const incoming = await incomingFile();
  try {
    const received = await receive(request, incoming);
    const { kind, bytes, encoding } = await unpack(incoming, received);
    const fileName = storable(received.fileName).slice(0, 300);
    const name = storable(
      received.name ??
        fileName.replace(/(\.(csv|tsv|txt|tab|psv|xlsx|ods|json|jsonl|ndjson|gz|zip))+$/i, '').slice(0, 200),
    );
    const old = stagedFor && {
      stagedFor: stagedFor.id,
      stagedOn: stateOf(stagedFor),
      headers: stagedFor.headers,
      knownKeys: stagedFor.knownKeys,
      columns: stagedFor.columns,
      corrections: stagedFor.corrections,
      choices: stagedFor.choices,
    };
    return await keepReceived(incoming, async (within, file) => {
      const values = { id: newId(), name: name || 'Untitled', fileName, fileBytes: bytes, encoding, kind, file };
      const [row] = await within
        .insert(sheets)
        .values({ ...values, status: 'reading', ...old })
        .returning();
      return row;
    });
  } catch (error) {
    await rm(incoming, { force: true });
    throw error;
  }
}

/** What a sheet is by its file, its reading and its corrections. */
export const stateOf = ({ file, tableName, corrections, choices }: SheetRow): string =>
  hash('sha256', JSON.stringify([file, tableName, corrections, choices]));

/** Reads a sheet; what takes longer than a moment goes on by itself. */
async function readOrLater(row: SheetRow, client?: AbortSignal): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { id } = row;
  // Whoever sent the file and went away before it was answered does not want it any more.
  const leave = () => void deleteForsaken(id);
  if (client?.aborted) {
    await deleteSheet(id);
    throw new Problem(409, 'Stopped', 'Reading was stopped.');
  }
  client?.addEventListener('abort', leave, { once: true });
  try {
    return await readWithPatience(row);
  } finally {
    client?.removeEventListener('abort', leave);
  }
}

async function readWithPatience(row: SheetRow): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { id } = row;
  const patience = new AbortController();
  const reading = readStoppably(row).then(() => 'ready' as const);
  const waited = await Promise.race([
    reading.catch((error: unknown) => ({ error })),
    delay(PATIENCE_MS[isLarge(row.fileBytes) ? 'large' : 'small'], patience.signal),
  ]);
  patience.abort();
  if (waited === 'late') {
    reading.catch((error: unknown) => fail(id, error));
    return { sheet: await sheetRow(id), ready: false };
  }
  if (typeof waited === 'object') {
    await deleteForsaken(id);
    throw waited.error;
  }
  return { sheet: await sheetRow(id), ready: true };
}

/** Reads a sheet so that deleting it stops the reading, with what is remembered of a table like it. */
export async function readStoppably(row: SheetRow, order: Omit<ReadingOrder, 'signal'> = {}): Promise<void> {
  if (row.tableName) await stopKeeping(row.tableName);
  const read = (what: Omit<ReadingOrder, 'signal'>, signal: AbortSignal) =>
    runJob({ kind: 'read', sheet: row.id, order: what }, row.fileBytes, signal);
  await stoppably(row.id, async (signal) => {
    await read(order, signal);
    const first =
      !(order.corrections || order.choices || row.stagedFor || row.tableName) &&
      Object.keys(row.corrections).length === 0;
    const known = first ? await knownOf(await sheetRow(row.id)) : undefined;
    if (known?.headers) await applyTaught(await readySheet(row.id), known);
    else if (known) {
      const { corrections, ...remembered } = known;
      await read({ corrections, remembered }, signal);
    }
  });
  const ready = await readySheet(row.id);
  void keepSums(ready)
    .then(() => confirmSense(ready))
    .catch((error: unknown) => {
      // A sheet that was deleted or read anew meanwhile is looked at no more.
      if (!(error instanceof Problem)) console.error('A sheet could not be looked at as a whole:', error);
    });
}

/** What was said before of the columns of a sheet: of another one with the same columns, else of columns with the same headers. */
async function knownOf(row: SheetRow): Promise<Taught | undefined> {
  const like = await rememberedCorrections(row);
  if (!like) return taughtFor(row);
  return {
    ...like,
    note: `What you said of the columns of “${like.name}”, which are the same, was applied here too.`,
  };
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
  const places = new Map(like.columns.map(({ key }, i) => [key, i]));
  const own = Object.entries(like.corrections).flatMap(([key, correction]) => {
    const i = places.get(key);
    const column = i === undefined ? undefined : row.columns[i];
    if (i === undefined || !column) return [];
    const said = leavingRoom(correction, row.headers[i], column);
    return Object.keys(said).length > 0 ? [[column.key, said] as const] : [];
  });
  return own.length > 0 ? { corrections: Object.fromEntries(own), name: like.name } : undefined;
}

/** Tries a sheet again whose reading failed or was cut short. @throws Problem where its file is not there any more. */
export async function readAgain(id: string): Promise<{ sheet: SheetRow; ready: boolean }> {
  const row = await sheetRow(id);
  if (row.status !== 'failed')
    throw new Problem(409, 'Nothing to try again', 'This sheet was read. There is nothing to try again.');
  if (!existsSync(await receivedFile(row.file)))
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

/** Writes down that a reading failed, and why; a database that is away for a while is waited for. */
async function fail(id: string, error: unknown): Promise<void> {
  const told = error instanceof ReadingRefusal || error instanceof Problem;
  if (!told) console.error(error);
  const message = told ? error.message : 'The server met an error while reading the file. Drop it again.';
  await persistently('Writing a failed reading down', () =>
    database()
      .update(sheets)
      .set({ status: 'failed', error: message })
      .where(and(eq(sheets.id, id), eq(sheets.status, 'reading'))),
  );
}

/** A second sheet of the same file, read in the same way, or of the same table of a database. @throws Problem 404, 410 */
export async function copySheet(id: string): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { knownKeys, headers, columns, corrections, choices, former, ...row } = await readySheet(id);
  const copied = { ...row, id: newId(), name: `${beginning(row.name, 190)} (copy)`, createdAt: new Date() };
  const kept = { knownKeys, headers, columns, corrections, choices, former };
  if (row.live) {
    const [sheet] = await database()
      .insert(sheets)
      .values({ ...copied, ...kept, tableName: null })
      .returning();
    return { sheet, ready: true };
  }
  if (!existsSync(await receivedFile(row.file)))
    throw new Problem(410, 'The file is gone', 'The file of this sheet is not there any more. Drop it again.');
  const [sheet] = await database()
    .insert(sheets)
    .values({ ...copied, ...kept, status: 'reading', progressPercent: 0, rowCount: 0, tableName: null, keptSums: null })
    .returning();
  return readOrLater(sheet);
}
