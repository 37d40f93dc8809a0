import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { Transform } from 'node:stream';
import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { WorkspaceTaken } from '@/core/api';
import type { Tile } from '@/core/boards';
import { ReadingRefusal } from '@/core/reading';
import { InvalidInput, type ChartSpec, type Condition } from '@/core/spec';
import { nextAfter } from '@/core/deliveries';
import { database } from '../db/client';
import { boards, charts, deliveries, sheets, sources } from '../db/schema';
import { homeFolder, largestFile } from '../home';
import { newId } from '../ids';
import { Problem } from '../problem';
import { deleteForsaken } from '../sheets/deleting';
import { incomingFile, keepReceived } from '../sheets/received-files';
import { receive } from '../sheets/receive';
import { readStoppably } from '../sheets/taking-in';
import { entryStream, listEntries, openZip } from '../sheets/unpack';
import { encrypt } from '../sources/secret';
import { FILES, LIST, parseWorkspace, type KeptSheet, type KeptSource, type Workspace } from './file';

/** The list of a workspace is not larger than this, in bytes. */
const MOST_LIST = 200 * 1024 * 1024;

const damaged = (why: string) =>
  new Problem(422, 'Not a workspace', `This file cannot be taken in: ${why} Nothing was changed.`, [
    { path: 'file', message: why },
  ]);

/**
 * Takes a workspace in beside what is there: everything gets ids of its own, and deliveries are paused. Nothing of it is kept
 * unless all of it is: the archive is looked at whole before anything is written. @throws Problem 422
 */
export async function takeWorkspaceIn(request: Request): Promise<WorkspaceTaken> {
  const folder = await mkdtemp(path.join(await homeFolder(), '.workspace-'));
  const archive = path.join(folder, 'archive.zip');
  try {
    await receive(request, archive);
    const { workspace, files } = await unpacked(archive, folder);
    return await written(workspace, files);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The list and the files of an archive, all of them checked. */
async function unpacked(
  archive: string,
  folder: string,
): Promise<{ workspace: Workspace; files: ReadonlyMap<string, string> }> {
  let zip;
  try {
    zip = await openZip(archive);
  } catch {
    throw damaged('it is no zip archive, or it is damaged.');
  }
  try {
    const entries = await listEntries(zip).catch(() => {
      throw damaged('the list of its files is damaged, or names files outside it.');
    });
    const files = new Map<string, string>();
    let list: Buffer | undefined;
    for (const entry of entries) {
      const { fileName, uncompressedSize } = entry;
      const name = fileName.startsWith(FILES) ? fileName.slice(FILES.length) : '';
      if (fileName === LIST && !list && uncompressedSize <= MOST_LIST) {
        list = await entryStream(zip, entry)
          .then((stream) => buffer(stream))
          .catch(() => {
            throw damaged(`“${LIST}” in it is damaged.`);
          });
      } else if (/^[0-9a-f]{64}$/.test(name) && !files.has(name) && uncompressedSize <= largestFile()) {
        const target = path.join(folder, name);
        const hash = createHash('sha256');
        const look = new Transform({
          transform(chunk: Buffer, _, done) {
            hash.update(chunk);
            done(null, chunk);
          },
        });
        await pipeline(await entryStream(zip, entry), look, createWriteStream(target)).catch(() => {
          throw damaged(`the file “${fileName}” in it is damaged.`);
        });
        if (hash.digest('hex') !== name) throw damaged(`the file “${fileName}” in it is not what its name says.`);
        files.set(name, target);
      } else throw damaged(`it holds “${fileName.slice(0, 100)}”, which does not belong to a workspace.`);
    }
    if (!list) throw damaged(`“${LIST}” is missing in it.`);
    return { workspace: read(list, files), files };
  } finally {
    zip.close();
  }
}

function read(list: Buffer, files: ReadonlyMap<string, string>): Workspace {
  let value: unknown;
  try {
    value = JSON.parse(list.toString('utf8'));
  } catch {
    throw damaged(`“${LIST}” is not JSON.`);
  }
  try {
    const workspace = parseWorkspace(value);
    const lacking = workspace.sheets.find(({ file }) => file !== '' && !files.has(file));
    if (lacking) throw damaged(`the file of the sheet “${lacking.name}” is missing in it.`);
    return workspace;
  } catch (error) {
    if (!(error instanceof InvalidInput)) throw error;
    const [first] = error.errors;
    throw damaged(`“${first.path}” in its list is not right: ${first.message}.`);
  }
}

/** Writes all of it down; where a part fails, what was written goes again. */
async function written(workspace: Workspace, files: ReadonlyMap<string, string>): Promise<WorkspaceTaken> {
  const ids = new Map<string, string>();
  const idOf = (old: string) => ids.get(old) ?? old;
  const begun: string[] = [];
  try {
    for (const source of workspace.sources) ids.set(source.id, await sourceId(source));
    for (const sheet of workspace.sheets) {
      const row = await addSheet(sheet, idOf, files);
      begun.push(row.id);
      ids.set(sheet.id, row.id);
      if (!row.live) await readStoppably(row);
    }
    await database().transaction(async (within) => {
      for (const { id, spec, name, title, form, labels } of workspace.charts) {
        ids.set(id, newId());
        const own = specWith(spec, idOf);
        await within.insert(charts).values({ id: idOf(id), sheet: own.sheet, spec: own, name, title, form, labels });
      }
      for (const { id, name, tiles, filters, refresh, labels } of workspace.boards) {
        ids.set(id, newId());
        const own = tiles.map((tile) => tileWith(tile, idOf));
        await within.insert(boards).values({ id: idOf(id), name, tiles: own, filters: [...filters], refresh, labels });
      }
      for (const { what, paused, onlyIf, ...said } of workspace.deliveries) {
        void paused;
        await within.insert(deliveries).values({
          id: newId(),
          what: 'chart' in what ? { chart: idOf(what.chart) } : { board: idOf(what.board) },
          said: { ...said, ...(onlyIf ? { onlyIf: conditionWith(onlyIf, idOf) } : {}) },
          paused: true,
          nextAt: null,
        });
        // A time that cannot be worked out is refused with the rest.
        nextAfter(said.every, Date.now());
      }
    });
  } catch (error) {
    for (const id of begun) await deleteForsaken(id);
    if (error instanceof ReadingRefusal) throw damaged(`one of its files cannot be read: ${error.message}`);
    throw error;
  }
  return {
    sheets: workspace.sheets.length,
    charts: workspace.charts.length,
    boards: workspace.boards.length,
    deliveries: workspace.deliveries.length,
  };
}

/** The database that is kept here under the same address, or one that waits for its password. */
async function sourceId({ name, host, port, database: db, user }: KeptSource): Promise<string> {
  const [known] = await database()
    .select({ id: sources.id })
    .from(sources)
    .where(and(eq(sources.host, host), eq(sources.port, port), eq(sources.database, db), eq(sources.user, user)));
  if (known) {
    await database().update(sources).set({ deletedAt: null }).where(eq(sources.id, known.id));
    return known.id;
  }
  const id = newId();
  await database()
    .insert(sources)
    .values({ id, name, host, port, database: db, user, secret: await encrypt('') });
  return id;
}

async function addSheet(
  { id: old, live, columns, row, rowCount, rowSaid, ...kept }: KeptSheet,
  idOf: (old: string) => string,
  files: ReadonlyMap<string, string>,
) {
  void old;
  const values = { ...kept, id: newId(), ...(rowSaid ? { rowSaid } : {}) };
  const received = files.get(kept.file);
  if (live || !received) {
    const [sheet] = await database()
      .insert(sheets)
      .values({
        ...values,
        status: 'ready',
        columns: columns ?? [],
        row: row ?? null,
        rowCount: rowCount ?? 0,
        live: live ? { ...live, source: idOf(live.source) } : null,
      })
      .returning();
    return sheet;
  }
  const incoming = await incomingFile();
  await copyFile(received, incoming);
  return keepReceived(incoming, async (within, file) => {
    const [sheet] = await within
      .insert(sheets)
      // Its columns are made by reading it: they find their keys by all headers that it ever had.
      .values({ ...values, file, headers: [], status: 'reading' })
      .returning();
    return sheet;
  });
}

const specWith = (spec: ChartSpec, idOf: (old: string) => string): ChartSpec => ({
  ...spec,
  sheet: idOf(spec.sheet),
  layers: spec.layers.map((layer) =>
    layer.from ? { ...layer, from: { ...layer.from, sheet: idOf(layer.from.sheet) } } : layer,
  ),
  ...(spec.references
    ? {
        references: spec.references.map((one) =>
          one.from ? { ...one, from: { ...one.from, sheet: idOf(one.from.sheet) } } : one,
        ),
      }
    : {}),
});

const conditionWith = (condition: Condition, idOf: (old: string) => string): Condition => ({
  ...condition,
  sheet: idOf(condition.sheet),
});

const tileWith = (tile: Tile, idOf: (old: string) => string): Tile => ({
  ...tile,
  show: 'chart' in tile.show ? { chart: idOf(tile.show.chart) } : tile.show,
  ...(tile.onlyIf ? { onlyIf: conditionWith(tile.onlyIf, idOf) } : {}),
});
