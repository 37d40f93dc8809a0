import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import {
  decode,
  detectDelimiter,
  notText,
  readDelimited,
  ReadingRefusal,
  type Encoding,
  type Reading,
  type RecordBatch,
} from '@/core/reading';

const CHUNK = 256 * 1024;
const HEAD = 64 * 1024;

export type Progress = (share: number) => void;

/** Where the records of a sheet come from; they can be read from the beginning as often as needed. */
export interface RecordSource {
  /** What is known of the file itself. */
  readonly about: Pick<Reading, 'format' | 'encoding' | 'delimiter' | 'worksheets' | 'worksheet'>;
  readonly notes: readonly string[];
  /** Small enough that all its records are looked at together, from the title to the last footnote. */
  readonly small: boolean;
  /** The decimal sign that the format itself prescribes. */
  readonly decimal?: '.';
  /** All records in order, with word of the share that has been read. */
  records(progress: Progress): AsyncGenerator<RecordBatch>;
}

/** Files up to this size are looked at whole before they are read. */
const SMALL = 12 * 1024 * 1024;

export interface ReceivedFile {
  readonly path: string;
  readonly bytes: number;
  readonly encoding: Encoding;
}

/** The records of a delimited file. @throws ReadingRefusal where the file is empty or no text. */
export async function delimitedRecords(file: ReceivedFile): Promise<RecordSource> {
  const delimiter = await lookAtHead(file);
  return {
    about: { format: 'delimited', encoding: file.encoding, delimiter },
    notes: [],
    small: file.bytes <= SMALL,
    records: (progress) => readDelimited(decode(bytesOf(file, progress), file.encoding), delimiter),
  };
}

async function* bytesOf(file: ReceivedFile, progress: Progress): AsyncGenerator<Uint8Array> {
  let read = 0;
  for await (const chunk of createReadStream(file.path, { highWaterMark: CHUNK }) as AsyncIterable<Uint8Array>) {
    read += chunk.length;
    progress(read / Math.max(file.bytes, 1));
    yield chunk;
    // Let other requests in between two chunks.
    await new Promise((resolve) => setImmediate(resolve));
  }
}

async function lookAtHead(file: ReceivedFile): Promise<string> {
  const handle = await open(file.path);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    const binary = notText(head);
    if (binary) throw new ReadingRefusal(`This file is ${binary.is}, whatever its name says. ${binary.advice}`);
    const text = new TextDecoder(file.encoding).decode(head);
    if (text.trim() === '')
      throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
    return detectDelimiter(bytesRead === HEAD ? text.slice(0, Math.max(text.lastIndexOf('\n'), 1)) : text);
  } finally {
    await handle.close();
  }
}
