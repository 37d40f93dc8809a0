import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Busboy from 'busboy';
import { EncodingDetector, type Encoding } from '@/core/reading';
import { largestFile } from '../home';
import { Problem } from '../problem';

export interface Received {
  readonly fileName: string;
  readonly name?: string;
  readonly bytes: number;
  readonly encoding: Encoding;
}

const missingFile = () =>
  new Problem(422, 'No file', 'The request holds no file. Send one as the field "file" of a form.', [
    { path: 'file', message: 'a file is needed' },
  ]);

/**
 * Streams the file of a multipart request to `target`, looking at its bytes as they pass. Nothing
 * is kept where it fails.
 * @throws Problem 413 past the limit, 422 without a file.
 */
export async function receive(request: Request, target: string): Promise<Received> {
  const type = request.headers.get('content-type') ?? '';
  if (!type.startsWith('multipart/form-data') || !request.body) throw missingFile();
  const limit = largestFile();
  const declared = Number(request.headers.get('content-length') ?? 0);
  if (declared > limit + 64 * 1024) throw tooLarge(limit);
  try {
    return await stream(request.body, type, target, limit);
  } catch (error) {
    await rm(target, { force: true });
    throw error;
  }
}

async function stream(
  body: ReadableStream<Uint8Array>,
  type: string,
  target: string,
  limit: number,
): Promise<Received> {
  const detector = new EncodingDetector();
  let received: Omit<Received, 'encoding'> | undefined;
  let name: string | undefined;
  let writing: Promise<void> | undefined;
  let bytes = 0;
  const busboy = formReader(type, limit);
  busboy.on('field', (field, value) => {
    if (field === 'name' && value.trim()) name = value.trim().slice(0, 200);
  });
  busboy.on('file', (field, file, info) => {
    if (field !== 'file') {
      file.resume();
      return;
    }
    const look = new Transform({
      transform(chunk: Buffer, _, done) {
        bytes += chunk.length;
        detector.add(chunk);
        done(null, chunk);
      },
    });
    file.on('limit', () => file.destroy(tooLarge(limit)));
    received = { fileName: info.filename || 'untitled', bytes: 0 };
    writing = pipeline(file, look, createWriteStream(target));
    writing.catch(() => undefined); // awaited below; this keeps an early failure from going unheard
  });
  try {
    await pipeline(Readable.fromWeb(body as Parameters<typeof Readable.fromWeb>[0]), busboy);
  } catch (error) {
    const written: unknown = await writing?.catch((broken: unknown) => broken);
    throw [error, written].find((one) => one instanceof Problem) ?? brokenOff();
  }
  await writing;
  if (!received) throw missingFile();
  return { ...received, name, bytes, encoding: detector.end() };
}

const brokenOff = () =>
  new Problem(400, 'The upload broke off', 'The file did not arrive whole. Drop it again.', [
    { path: 'file', message: 'did not arrive whole' },
  ]);

/** @throws Problem 400 where the form does not say how its parts are told apart */
function formReader(type: string, limit: number): Busboy.Busboy {
  try {
    return Busboy({
      headers: { 'content-type': type },
      limits: { files: 1, fileSize: limit, fields: 10, fieldSize: 2000 },
      defParamCharset: 'utf8',
    });
  } catch {
    throw brokenOff();
  }
}

function tooLarge(limit: number): Problem {
  const words =
    limit >= 1024 ** 3
      ? `${(limit / 1024 ** 3).toLocaleString('en-GB')} GiB`
      : `${Math.round(limit / 1024).toLocaleString('en-GB')} KiB`;
  const message = `The file is larger than ${words}, the most that is taken. Split it, for example by year, and drop the parts.`;
  return new Problem(413, 'The file is too large', message, [{ path: 'file', message }]);
}
