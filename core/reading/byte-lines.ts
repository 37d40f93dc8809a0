/** What `ByteLines.next` says of a line that it does not cut: its end is not there yet, or it needs the rules of quotes. */
export const UNFINISHED = -1;
export const DIFFICULT = -2;

const QUOTE = 34;
const LF = 10;
const CR = 13;

/**
 * Finds the cells of a delimited file in its bytes, line by line, without making texts of them. It takes the lines that
 * read alike under every rule: cells without quotation marks, or wholly in a pair of them with none, and no line break,
 * inside. All others it leaves to `RecordCutter`. The bytes must be of an encoding that keeps ASCII as it is.
 */
export class ByteLines {
  /** Where each cell of the last line begins and ends, in bytes. */
  from = new Int32Array(64);
  to = new Int32Array(64);
  cells = 0;

  /** @param delimiter one ASCII character; @param crlf whether CR LF ends the lines, or LF alone */
  constructor(
    private readonly delimiter: number,
    private readonly crlf: boolean,
  ) {}

  /** Cuts the line that begins at a byte; answers where the next one begins, or `UNFINISHED` or `DIFFICULT`. */
  next(bytes: Uint8Array, at: number): number {
    const { delimiter } = this;
    this.cells = 0;
    let start = at;
    const { length } = bytes;
    const highest = Math.max(delimiter, QUOTE);
    for (let i = at; i < length; i++) {
      const byte = bytes[i];
      if (byte > highest) continue;
      if (byte === delimiter) {
        this.add(start, i);
        start = i + 1;
      } else if (byte === LF) {
        if (this.crlf) return DIFFICULT;
        this.add(start, i);
        return i + 1;
      } else if (byte === CR) {
        if (i + 1 >= bytes.length) return UNFINISHED;
        if (!this.crlf || bytes[i + 1] !== LF) return DIFFICULT;
        this.add(start, i);
        return i + 2;
      } else if (byte === QUOTE && i === start) {
        const end = this.closing(bytes, i + 1);
        if (end < 0) return end;
        this.add(start + 1, end);
        const behind = bytes[end + 1];
        if (behind === delimiter) {
          start = end + 2;
          i = end + 1;
        } else if (!this.crlf && behind === LF) return end + 2;
        else if (this.crlf && behind === CR && bytes[end + 2] === LF) return end + 3;
        else return end + 2 + (this.crlf ? 1 : 0) > bytes.length ? UNFINISHED : DIFFICULT;
      }
    }
    return UNFINISHED;
  }

  /** The closing quotation mark of a cell that holds no line break. */
  private closing(bytes: Uint8Array, from: number): number {
    for (let i = from; i < bytes.length; i++) {
      if (bytes[i] === QUOTE) return i;
      if (bytes[i] === LF || bytes[i] === CR) return DIFFICULT;
    }
    return UNFINISHED;
  }

  private add(from: number, to: number): void {
    if (this.cells === this.from.length) {
      this.from = enlarged(this.from);
      this.to = enlarged(this.to);
    }
    this.from[this.cells] = from;
    this.to[this.cells++] = to;
  }
}

function enlarged(list: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(list.length * 2);
  larger.set(list);
  return larger;
}
