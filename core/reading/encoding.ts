/** The encodings that are read, by their WHATWG labels. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252' | 'iso-8859-15';

/** UTF-16 without a byte order mark is told by this many first bytes. */
const LOOKED_AT = 4096;

/**
 * Decides the encoding of a file from all its bytes, fed in order. A byte order mark decides at once; text whose every
 * other byte is nought is UTF-16; otherwise the file is UTF-8 if every byte of it is well-formed UTF-8 (RFC 3629). Of the
 * one-byte encodings it is ISO 8859-15 where 0xA4, its euro sign, stands and none of the bytes that only Windows-1252
 * prints (0x80 to 0x9F), and Windows-1252, which holds ISO 8859-1, everywhere else.
 */
export class EncodingDetector {
  private marked: Encoding | undefined;
  /** The first bytes, until there are enough of them to tell a byte order mark. */
  private head: number[] | undefined = [];
  private wellFormed = true;
  private looked = 0;
  /** Noughts at even and at odd places. */
  private readonly noughts = [0, 0];
  private euros = 0;
  private windowsOnly = 0;
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
    if (!this.wellFormed) this.countMarks(bytes);
  }

  /** The answer, once all bytes were added. */
  end(): Encoding {
    if (this.marked) return this.marked;
    const half = this.looked / 2;
    if (half > 1 && this.noughts[1] > half * 0.4 && this.noughts[0] < half * 0.1) return 'utf-16le';
    if (half > 1 && this.noughts[0] > half * 0.4 && this.noughts[1] < half * 0.1) return 'utf-16be';
    if (this.wellFormed) this.check(undefined);
    if (this.wellFormed) return 'utf-8';
    return this.euros > 0 && this.windowsOnly === 0 ? 'iso-8859-15' : 'windows-1252';
  }

  private countNoughts(bytes: Uint8Array): void {
    const end = Math.min(bytes.length, LOOKED_AT - this.looked);
    for (let i = 0; i < end; i++) if (bytes[i] === 0) this.noughts[(this.looked + i) % 2]++;
    this.looked += end;
  }

  /** A chunk that was well-formed before a later one was not holds none of these alone. */
  private countMarks(bytes: Uint8Array): void {
    for (const byte of bytes) {
      if (byte === 0xa4) this.euros++;
      else if (byte > 0x7f && byte < 0xa0) this.windowsOnly++;
    }
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

/** Bytes to text, chunk by chunk; a byte order mark is taken off, a character cut by a chunk's end is joined again. */
export async function* decode(bytes: AsyncIterable<Uint8Array>, encoding: Encoding): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding);
  for await (const chunk of bytes) {
    const text = decoder.decode(chunk, { stream: true });
    if (text) yield text;
  }
  const rest = decoder.decode();
  if (rest) yield rest;
}
