import { ByteLines, decoderOf, DIFFICULT, RecordCutter, type Encoding, type RecordBatch } from '@/core/reading';
import type { PlainText, Progress } from './records';

const LF = 10;
const NOTHING = new Uint8Array(0);

/** The text of some bytes of a file. */
export type CellDecoder = (bytes: Uint8Array, from: number, to: number) => string;

export interface PlainTaker {
  /** A record whose cells lie in `bytes` where `lines` says; good only during the call. */
  line(bytes: Uint8Array, lines: ByteLines, number: number): void;
  /** Records that had to be cut as text, for their quotation marks or unlike line ends. */
  batch(batch: RecordBatch): void;
  /** What was made of the records so far, since it was asked last. */
  made(): Buffer | undefined;
}

/**
 * Cuts a delimited file into records by its bytes where that is enough, as text where it is not, in order, and hands on
 * what was made of them after each piece of the file.
 * @throws ReadingRefusal where a quotation mark is opened and never closed.
 */
export async function* plainLines(file: PlainText, progress: Progress, taker: PlainTaker): AsyncGenerator<Buffer> {
  const lines = new ByteLines(file.delimiter.charCodeAt(0), file.newline === '\r\n');
  const cutter = new RecordCutter(file.delimiter, file.newline);
  const decode = cellDecoder(file.encoding);
  let rest: Uint8Array = NOTHING;
  let begun = false;

  /** Takes the whole records of some bytes; answers where the first one that is not whole begins. */
  const take = (bytes: Uint8Array): number => {
    let at = 0;
    for (;;) {
      const next = lines.next(bytes, at);
      if (next >= 0) taker.line(bytes, lines, cutter.next++);
      else return next === DIFFICULT ? takeAsText(bytes, at) : at;
      at = next;
    }
  };

  /** Up to the last line end, where no character is cut in two. */
  const takeAsText = (bytes: Uint8Array, at: number): number => {
    const end = bytes.lastIndexOf(LF) + 1;
    if (end <= at) return at;
    const { batch, rest: left } = cutter.cut(decode(bytes, at, end), false);
    taker.batch(batch);
    return end - (file.encoding === 'utf-8' ? Buffer.byteLength(left) : left.length);
  };

  for await (const piece of file.bytes(progress)) {
    const bytes = rest.length === 0 ? piece : Buffer.concat([rest, piece]);
    const marked = !begun && bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;
    begun = true;
    rest = bytes.subarray(take(marked ? bytes.subarray(3) : bytes) + (marked ? 3 : 0));
    const made = taker.made();
    if (made) yield made;
  }
  if (rest.length > 0) taker.batch(cutter.cut(decode(rest, 0, rest.length), true).batch);
  const made = taker.made();
  if (made) yield made;
}

/** Decodes cells of an encoding that keeps ASCII as it is. */
export function cellDecoder(encoding: Encoding): CellDecoder {
  const decoder = decoderOf(encoding);
  return (bytes, from, to) => {
    if (to - from > 24) return decoder(bytes.subarray(from, to));
    let text = '';
    for (let i = from; i < to; i++) {
      if (bytes[i] > 0x7f) return decoder(bytes.subarray(from, to));
      text += String.fromCharCode(bytes[i]);
    }
    return text;
  };
}
