import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import {
  decode,
  detectDelimiter,
  detectNewline,
  notText,
  readDelimited,
  ReadingRefusal,
  type Encoding,
  type Newline,
  type Reading,
  type RecordBatch,
  decoderOf,
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
  /** Gives back what the reading held, where it held something. */
  end?(): void;
  /** The same records as they stand in the file, where that is text whose ASCII characters are single bytes. */
  readonly plain?: PlainText;
}

export interface PlainText {
  readonly encoding: Encoding;
  readonly delimiter: string;
  readonly newline: '\n' | '\r\n';
  bytes(progress: Progress): AsyncGenerator<Uint8Array>;
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
  const { delimiter, newline } = await lookAtHead(file);
  const ascii = file.encoding !== 'utf-16le' && file.encoding !== 'utf-16be' && delimiter.charCodeAt(0) < 0x80;
  return {
    about: { format: 'delimited', encoding: file.encoding, delimiter },
    notes: [],
    small: file.bytes <= SMALL,
    records: (progress) => readDelimited(decode(bytesOf(file, progress), file.encoding), delimiter),
    ...(ascii && newline && newline !== '\r'
      ? { plain: { encoding: file.encoding, delimiter, newline, bytes: (progress) => bytesOf(file, progress) } }
      : {}),
  };
}

export async function* bytesOf(file: ReceivedFile, progress: Progress): AsyncGenerator<Uint8Array> {
  let read = 0;
  for await (const chunk of createReadStream(file.path, { highWaterMark: CHUNK }) as AsyncIterable<Uint8Array>) {
    read += chunk.length;
    progress(read / Math.max(file.bytes, 1));
    yield chunk;
    // Let other requests in between two chunks.
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** The delimiter, and how lines end where the head shows it. */
async function lookAtHead(file: ReceivedFile): Promise<{ delimiter: string; newline: Newline | undefined }> {
  const handle = await open(file.path);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    const binary = notText(head);
    if (binary) throw new ReadingRefusal(`This file is ${binary.is}, whatever its name says. ${binary.advice}`);
    const text = decoderOf(file.encoding)(head).replace(/^\uFEFF/, '');
    if (text.trim() === '')
      throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
    const sample = bytesRead === HEAD ? text.slice(0, Math.max(text.lastIndexOf('\n'), 1)) : text;
    return { delimiter: detectDelimiter(sample), newline: detectNewline(text, false) };
  } finally {
    await handle.close();
  }
}
