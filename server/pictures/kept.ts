import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { homeFolder } from '../home';
import { newId } from '../ids';

/** Pictures are kept up to so many bytes; those that were asked for longest ago go first. */
const MOST_BYTES = 400 * 1024 * 1024;
/** After so many new ones it is looked how much they come to. */
const LOOK_EVERY = 200;

let source: string | undefined;
/** What this very application was built from: another one may draw otherwise. */
function builtFrom(): string {
  if (source !== undefined) return source;
  try {
    source = readFileSync(path.join(/* turbopackIgnore: true */ process.cwd(), '.next', 'up-chart-source'), 'utf8');
  } catch {
    source = 'not built';
  }
  return source;
}

/** A name for all that a file is made of: SHA-256 (FIPS 180-4), in hexadecimal. */
export const nameOf = (parts: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify([builtFrom(), parts]))
    .digest('hex');

async function folder(): Promise<string> {
  const at = path.join(await homeFolder(), 'pictures');
  await mkdir(at, { recursive: true });
  return at;
}

const making = new Map<string, Promise<Buffer>>();
let made = 0;

/** A file that is kept under the name of what it is made of, where there is one. */
export async function keptAlready(name: string): Promise<Buffer | undefined> {
  const file = path.join(await folder(), name);
  const known = await readFile(file).catch(() => undefined);
  if (!known) return undefined;
  const now = new Date();
  void utimes(file, now, now).catch(() => undefined);
  return known;
}

/** A file that is kept under the name of what it is made of, or made now, once for all who ask meanwhile. */
export async function kept(name: string, make: () => Promise<Buffer>): Promise<Buffer> {
  const known = await keptAlready(name);
  if (known) return known;
  const file = path.join(await folder(), name);
  const going = making.get(name);
  if (going) return going;
  const work = make().then(async (bytes) => {
    await keep(file, bytes).catch((error: unknown) => console.error('A picture could not be kept:', error));
    return bytes;
  });
  making.set(name, work);
  try {
    return await work;
  } finally {
    making.delete(name);
  }
}

async function keep(file: string, bytes: Buffer): Promise<void> {
  const incoming = `${file}.${newId()}`;
  await writeFile(incoming, bytes);
  await rename(incoming, file);
  if (++made % LOOK_EVERY === 0) await sweepPictures();
}

/** Takes the pictures away that were asked for longest ago, until the rest is within bounds. Answers how many went. */
export async function sweepPictures(most = MOST_BYTES): Promise<number> {
  const at = await folder();
  const files = await Promise.all(
    (await readdir(at)).map(async (name) => {
      const found = await stat(path.join(at, name)).catch(() => undefined);
      return { name, size: found?.size ?? 0, asked: found?.mtimeMs ?? 0 };
    }),
  );
  files.sort((a, b) => b.asked - a.asked);
  let [sum, gone] = [0, 0];
  for (const { name, size } of files) {
    sum += size;
    if (sum <= most) continue;
    await rm(path.join(at, name), { force: true });
    gone++;
  }
  return gone;
}
