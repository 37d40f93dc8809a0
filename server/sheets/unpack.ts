import { createReadStream, createWriteStream } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32, createGunzip } from 'node:zlib';
import yauzl from 'yauzl';
import { decoderOf, EncodingDetector, LIMITS, ReadingRefusal, refuse, type Encoding } from '@/core/reading';
import { largestFile } from '../home';

export type Kind = 'xlsx' | 'ods' | 'json' | 'text';

/**
 * Makes a received file readable: a gzip file or a zip archive with one file in it is unpacked in its place. Answers
 * what the file then is, how large, and in which encoding its text stands.
 * @throws ReadingRefusal for archives of several files and for content that grows past all measure.
 */
export async function unpack(
  path: string,
  received: { readonly bytes: number; readonly encoding: Encoding },
): Promise<{ kind: Kind; bytes: number; encoding: Encoding }> {
  const head = await headOf(path, 4);
  let { bytes, encoding } = received;
  let packed = true;
  if (head[0] === 0x1f && head[1] === 0x8b) await gunzip(path);
  else if (head.toString('latin1') === 'PK\u0003\u0004') {
    const entries = await entriesOf(path);
    const names = entries.map(({ fileName }) => fileName);
    if (names.includes('[Content_Types].xml') && names.some((name) => /^xl\/workbook\.(xml|bin)$/.test(name))) {
      if (names.includes('xl/workbook.bin'))
        throw new ReadingRefusal('This is a binary workbook (XLSB). Save it as XLSX or CSV and drop that.');
      await checkGrowth(path, entries);
      return { kind: 'xlsx', bytes, encoding: 'utf-8' };
    }
    if (names.includes('content.xml') && names.includes('mimetype')) {
      await checkGrowth(path, entries);
      return { kind: 'ods', bytes, encoding: 'utf-8' };
    }
    await unzipSingle(path, entries);
  } else packed = false;
  if (packed) {
    bytes = (await stat(path)).size;
    encoding = await encodingOf(path);
  }
  return { kind: (await looksLikeJson(path, encoding)) ? 'json' : 'text', bytes, encoding };
}

async function headOf(path: string, bytes: number): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(bytes), 0, bytes, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

async function encodingOf(path: string): Promise<Encoding> {
  const detector = new EncodingDetector();
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 }) as AsyncIterable<Uint8Array>)
    detector.add(chunk);
  return detector.end();
}

async function looksLikeJson(path: string, encoding: Encoding): Promise<boolean> {
  const text = decoderOf(encoding)(await headOf(path, 4096))
    .replace(/^\uFEFF/, '')
    .trimStart();
  return /^\[\s*(?:[{[\]]|$)/.test(text) || /^\{\s*(?:"(?:[^"\\]|\\.)*"\s*:|\}|$)/.test(text);
}

/** Lets content through until it has grown past the limit. */
function growing(packed: number): Transform {
  const most = Math.min(largestFile(), Math.max(LIMITS.unpackedFreely, packed * LIMITS.growth));
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _, done) {
      bytes += chunk.length;
      done(bytes > most ? refuse.growth(most) : null, chunk);
    },
  });
}

async function gunzip(path: string): Promise<void> {
  const { size } = await stat(path);
  const target = `${path}.unpacked`;
  try {
    await pipeline(createReadStream(path), createGunzip(), growing(size), createWriteStream(target));
    await rename(target, path);
  } catch (error) {
    await rm(target, { force: true });
    if (error instanceof ReadingRefusal) throw error;
    throw new ReadingRefusal('This gzip file is damaged: it cannot be unpacked. Make it again, then drop it.');
  }
}

export function openZip(path: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false, decodeStrings: true }, (error, zip) => {
      if (error)
        reject(new ReadingRefusal('This zip archive is damaged: it cannot be opened. Make it again, then drop it.'));
      else resolve(zip);
    });
  });
}

/** @throws ReadingRefusal where the archive's list is damaged or too long. */
export function listEntries(zip: yauzl.ZipFile): Promise<yauzl.Entry[]> {
  return new Promise((resolve, reject) => {
    if (zip.entryCount > LIMITS.entries) return reject(refuse.entries());
    const entries: yauzl.Entry[] = [];
    zip.on('entry', (entry: yauzl.Entry) => {
      entries.push(entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', () =>
      reject(
        new ReadingRefusal(
          'This zip archive is damaged: its list of files cannot be read. Make it again, then drop it.',
        ),
      ),
    );
    return zip.readEntry();
  });
}

async function entriesOf(path: string): Promise<yauzl.Entry[]> {
  const zip = await openZip(path);
  try {
    return await listEntries(zip);
  } finally {
    zip.close();
  }
}

/** The content of an entry; it ends with an error where its check sum (CRC-32, APPNOTE 4.4.7) is not that of the list. */
export function entryStream(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<NodeJS.ReadableStream> {
  return new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error);
      let sum = 0;
      const check = new Transform({
        transform(chunk: Buffer, _, done) {
          sum = crc32(chunk, sum);
          done(null, chunk);
        },
        flush(done) {
          done(sum === entry.crc32 ? null : new Error(`the check sum of ${entry.fileName} is wrong`));
        },
      });
      stream.on('error', (broken) => check.destroy(broken));
      return resolve(stream.pipe(check));
    }),
  );
}

/** What a workbook says of its parts has to be within measure; its reader ends where one is larger than it says. */
async function checkGrowth(path: string, entries: readonly yauzl.Entry[]): Promise<void> {
  const { size } = await stat(path);
  const most = Math.min(largestFile(), Math.max(LIMITS.workbookFreely, size * LIMITS.growth));
  const declared = entries.reduce((sum, entry) => sum + entry.uncompressedSize, 0);
  if (declared > most) throw refuse.growth(most);
}

async function unzipSingle(path: string, entries: readonly yauzl.Entry[]): Promise<void> {
  const files = entries.filter(({ fileName }) => !fileName.endsWith('/') && !/(^|\/)(__MACOSX\/|\.)/.test(fileName));
  if (files.length !== 1) {
    const names = files.slice(0, 5).map(({ fileName }) => fileName);
    throw new ReadingRefusal(
      files.length === 0
        ? 'This zip archive is empty. Make it again, then drop it.'
        : `This zip archive holds ${files.length} files (${names.join(', ')}${files.length > 5 ? ', …' : ''}). Unpack it and drop the one you want.`,
    );
  }
  const { size } = await stat(path);
  const target = `${path}.unpacked`;
  const zip = await openZip(path);
  try {
    await pipeline(await entryStream(zip, files[0]), growing(size), createWriteStream(target));
    await rename(target, path);
  } catch (error) {
    await rm(target, { force: true });
    if (error instanceof ReadingRefusal) throw error;
    throw new ReadingRefusal(
      'This zip archive is damaged or locked with a password: it cannot be unpacked. Unpack it yourself and drop the file inside.',
    );
  } finally {
    zip.close();
  }
}
