/** The encodings that are read, by their WHATWG labels. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * Decides the encoding of a file from all its bytes, fed in order. A byte order mark decides at once; otherwise the
 * file is UTF-8 if every byte of it is well-formed UTF-8 (RFC 3629), and Windows-1252 if not.
 */
export class EncodingDetector {
  private marked: Encoding | undefined;
  /** The first bytes, until there are enough of them to tell a byte order mark. */
  private head: number[] | undefined = [];
  private wellFormed = true;
  private readonly strict = new TextDecoder('utf-8', { fatal: true });

  add(bytes: Uint8Array): void {
    if (this.head) {
      this.head.push(...bytes.subarray(0, 3));
      this.marked = markOf(this.head);
      if (this.marked || this.head.length >= 3) this.head = undefined;
    }
    if (!this.marked && this.wellFormed) this.check(bytes);
  }

  /** The answer, once all bytes were added. */
  end(): Encoding {
    if (this.marked) return this.marked;
    if (this.wellFormed) this.check(undefined);
    return this.wellFormed ? 'utf-8' : 'windows-1252';
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
