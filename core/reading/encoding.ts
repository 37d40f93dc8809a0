import { charactersOf, isOneByte, ONE_BYTE, WordBytes, type OneByte } from './code-pages';

/** The encodings that are read, by their WHATWG labels. */
export const ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', ...ONE_BYTE] as const;
export type Encoding = (typeof ENCODINGS)[number];

/** UTF-16 without a byte order mark is told by this many first bytes. */
const LOOKED_AT = 4096;

/**
 * Decides the encoding of a file from all its bytes, fed in order. A byte order mark decides at once; text whose every
 * other byte is nought is UTF-16; otherwise the file is UTF-8 if every byte of it is well-formed UTF-8 (RFC 3629). Of the
 * one-byte encodings it is the one in which the words are those of a language (`code-pages.ts`).
 */
export class EncodingDetector {
  private marked: Encoding | undefined;
  /** The first bytes, until there are enough of them to tell a byte order mark. */
  private head: number[] | undefined = [];
  private wellFormed = true;
  private looked = 0;
  /** Noughts at even and at odd places. */
  private readonly noughts = [0, 0];
  private readonly words = new WordBytes();
  private readonly strict = new TextDecoder('utf-8', { fatal: true });

  add(bytes: Uint8Array): void {
    if (this.head) {
      this.head.push(...bytes.subarray(0, 3));
      this.marked = markOf(this.head);
      if (this.marked || this.head.length >= 3) this.head = undefined;
    }
    if (this.marked) return;
    if (this.looked < LOOKED_AT) this.countNoughts(bytes);
    if (this.wellFormed) this.check(bytes);
    if (!this.wellFormed) this.words.add(bytes);
  }

  /** The answer, once all bytes were added. */
  end(): Encoding {
    if (this.marked) return this.marked;
    const half = this.looked / 2;
    if (half > 1 && this.noughts[1] > half * 0.4 && this.noughts[0] < half * 0.1) return 'utf-16le';
    if (half > 1 && this.noughts[0] > half * 0.4 && this.noughts[1] < half * 0.1) return 'utf-16be';
    if (this.wellFormed) this.check(undefined);
    if (this.wellFormed) return 'utf-8';
    return this.words.end();
  }

  private countNoughts(bytes: Uint8Array): void {
    const end = Math.min(bytes.length, LOOKED_AT - this.looked);
    for (let i = 0; i < end; i++) if (bytes[i] === 0) this.noughts[(this.looked + i) % 2]++;
    this.looked += end;
  }

  private check(bytes: Uint8Array | undefined): void {
    try {
      if (bytes) this.strict.decode(bytes, { stream: true });
      else this.strict.decode();
    } catch {
      this.wellFormed = false;
    }
  }
}

function markOf([a, b, c]: readonly number[]): Encoding | undefined {
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  return a === 0xef && b === 0xbb && c === 0xbf ? 'utf-8' : undefined;
}

/** The text of some bytes; of encodings with characters of several bytes they must be whole. A byte order mark stays. */
export type Decoder = (bytes: Uint8Array) => string;

/** The one way from bytes to text, for heads and cells alike. */
export function decoderOf(encoding: Encoding): Decoder {
  if (isOneByte(encoding)) return (bytes) => oneByteText(bytes, encoding);
  const decoder = new TextDecoder(encoding, { ignoreBOM: true });
  return (bytes) => decoder.decode(bytes);
}

function oneByteText(bytes: Uint8Array, encoding: OneByte): string {
  const characters = charactersOf(encoding);
  let text = '';
  for (const byte of bytes) text += characters[byte];
  return text;
}

/** Bytes to text, chunk by chunk; a byte order mark is taken off, a character cut by a chunk's end is joined again. */
export async function* decode(bytes: AsyncIterable<Uint8Array>, encoding: Encoding): AsyncGenerator<string> {
  if (isOneByte(encoding)) {
    for await (const chunk of bytes) if (chunk.length > 0) yield oneByteText(chunk, encoding);
    return;
  }
  const decoder = new TextDecoder(encoding);
  for await (const chunk of bytes) {
    const text = decoder.decode(chunk, { stream: true });
    if (text) yield text;
  }
  const rest = decoder.decode();
  if (rest) yield rest;
}
