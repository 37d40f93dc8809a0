import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { database, type Within } from '../db/client';
import { sheets } from '../db/schema';
import { receivedFile, receivedFolder } from '../home';
import { newId } from '../ids';
import { persistently } from '../persistently';

/** A file that is on its way has a name that begins so. */
const INCOMING = '.incoming-';
/** What has not grown for so long is not on its way any more, in ms. */
const FORSAKEN_MS = 60 * 60 * 1000;

/** Where a file is put down until it has arrived. */
export const incomingFile = (): Promise<string> => receivedFile(`${INCOMING}${newId()}`);

/**
 * Keeps a file that has arrived under the name of its content, and writes down who names it, in one transaction: files are
 * taken away only when nothing names them, and nobody else keeps or takes away the same one meanwhile.
 */
export async function keepReceived<T>(
  incoming: string,
  write: (within: Within, name: string) => Promise<T>,
): Promise<T> {
  const name = await contentName(incoming);
  return database().transaction(async (within) => {
    await lockFile(within, name);
    await rename(incoming, await receivedFile(name));
    return write(within, name);
  });
}

/** Takes a file away, now or as soon as the database can say so, where no sheet names it any more. */
export async function letGo(name: string): Promise<void> {
  if (name === '') return;
  try {
    await takeAway(name);
  } catch {
    void persistently('Taking a file away', () => takeAway(name));
  }
}

async function takeAway(name: string): Promise<boolean> {
  return database().transaction(async (within) => {
    await lockFile(within, name);
    const [named] = await within.select({ id: sheets.id }).from(sheets).where(eq(sheets.file, name)).limit(1);
    if (named) return false;
    await rm(await receivedFile(name), { force: true });
    return true;
  });
}

/**
 * Takes away all files that no sheet names, and what has stopped arriving. Answers how many went.
 * @param starting nothing can be arriving yet
 */
export async function sweepFiles(starting: boolean): Promise<number> {
  const folder = await receivedFolder();
  let gone = 0;
  for (const name of await readdir(folder)) {
    if (!name.startsWith('.')) gone += (await takeAway(name)) ? 1 : 0;
    else if (starting || (await isForsaken(path.join(folder, name)))) {
      await rm(path.join(folder, name), { force: true });
      gone++;
    }
  }
  return gone;
}

async function isForsaken(file: string): Promise<boolean> {
  const found = await stat(file).catch(() => undefined);
  return found !== undefined && Date.now() - found.mtimeMs > FORSAKEN_MS;
}

const lockFile = (within: Within, name: string) =>
  within.execute(sql`SELECT pg_advisory_xact_lock(hashtextextended(${`file ${name}`}, 0))`);

/** The name of a file by what is in it: SHA-256 (FIPS 180-4), in hexadecimal. */
async function contentName(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 }) as AsyncIterable<Buffer>)
    hash.update(chunk);
  return hash.digest('hex');
}
