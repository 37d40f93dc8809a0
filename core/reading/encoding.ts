/** The encodings that are read, by their WHATWG labels. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * Decides the encoding of a file from all its bytes, fed in order. A byte order mark decides at once; otherwise the
 * file is UTF-8 if every byte of it is well-formed UTF-8 (RFC 3629), and Windows-1252 if not.
 */
export class EncodingDetector {
  private marked: Encoding | undefined;
  private first = true;
  private wellFormed = true;
  private readonly strict = new TextDecoder('utf-8', { fatal: true });

  add(bytes: Uint8Array): void {
    if (bytes.length === 0) return;
    if (this.first) {
      this.first = false;
      if (bytes[0] === 0xff && bytes[1] === 0xfe) this.marked = 'utf-16le';
      else if (bytes[0] === 0xfe && bytes[1] === 0xff) this.marked = 'utf-16be';
      else if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) this.marked = 'utf-8';
    }
    if (this.marked || !this.wellFormed) return;
    this.check(bytes);
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
