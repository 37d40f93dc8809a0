import {
  byteLanes,
  UNREAD,
  type ByteLane,
  type CellConverter,
  type ColumnProfile,
  type ColumnTally,
} from '@/core/inference';
import type { ByteLines } from '@/core/reading';
import { copyTexts } from './copy-text';
import type { CellDecoder } from './plain-lines';

/** Lines are handed on in pieces of about this many bytes. */
const PIECE = 384 * 1024;
const LF = 10;
const ZERO = 48;

/**
 * Writes rows as lines of COPY: their place, their number in the file, their typed cells and, as JSON, those that could
 * not be read. Where `tallies` are given, every cell is counted in on the way.
 */
export class CopyRows {
  private out = Buffer.allocUnsafe(PIECE);
  private at = 0;
  private unread: Record<string, string> | undefined;
  private readonly lanes: readonly (readonly ByteLane[])[];

  private readonly text: (value: string | null) => string;
  private readonly mark: number;

  /** @param delimiter what parts the cells; where it is that of the file, whole lines are taken over as they stand */
  constructor(
    private readonly planned: readonly ColumnProfile[],
    private readonly converters: readonly CellConverter[],
    private readonly tallies: readonly ColumnTally[] | undefined,
    private readonly delimiter: string,
  ) {
    this.text = copyTexts(delimiter);
    this.mark = delimiter.charCodeAt(0);
    this.lanes = converters.map((converter, c) =>
      byteLanes(converter, tallies?.[c], (value) => Buffer.from(this.text(value))),
    );
  }

  /** Adds a row by its texts; cells that it lacks are empty. `n` is its place from 0, `number` that in the file. */
  addTexts(n: number, number: number, record: readonly string[]): void {
    this.begin(n, number);
    for (let c = 0; c < this.converters.length; c++) {
      this.part();
      this.addText(c, record[c] ?? '', n, number);
    }
    this.end();
  }

  /** Adds a row of as many cells as there are columns by its bytes. */
  addBytes(n: number, number: number, bytes: Uint8Array, lines: ByteLines, decode: CellDecoder): void {
    this.begin(n, number);
    const { from, to } = lines;
    const columns = this.lanes.length;
    // Cells that are stored as they stand are copied together with what parts them in the file.
    let first = -1;
    for (let c = 0; c < columns; c++) {
      const stored = this.take(c, bytes, from[c], to[c]);
      const quoted = c > 0 && from[c] !== to[c - 1] + 1;
      if (first >= 0 && (stored !== true || quoted)) {
        this.copy(bytes, from[first], to[c - 1]);
        first = -1;
      }
      if (first >= 0) continue;
      this.part();
      if (stored === true) first = c;
      else if (stored !== false) this.copy(stored, 0, stored.length);
      else {
        const cell = decode(bytes, from[c], to[c]);
        const value = this.addText(c, cell, n, number);
        if (value !== UNREAD) for (const lane of this.lanes[c]) lane.learn?.(bytes, from[c], to[c], cell, value);
      }
    }
    if (first >= 0) this.copy(bytes, from[first], to[columns - 1]);
    this.end();
  }

  private take(c: number, bytes: Uint8Array, from: number, to: number): Uint8Array | boolean {
    for (const lane of this.lanes[c]) {
      const stored = lane.take(bytes, from, to);
      if (stored !== false) return stored;
    }
    return false;
  }

  /** Hands over what was counted on the way, after the last row. */
  finish(): void {
    for (const lanes of this.lanes) for (const lane of lanes) lane.finish?.();
  }

  /** The lines since the last time, if any. */
  taken(): Buffer | undefined {
    if (this.at === 0) return undefined;
    const lines = this.out.subarray(0, this.at);
    this.out = Buffer.allocUnsafe(PIECE);
    this.at = 0;
    return lines;
  }

  private addText(c: number, cell: string, n: number, number: number): string | null | typeof UNREAD {
    const plainNumber = this.tallies ? this.tallies[c].add(cell) : false;
    const value = this.converters[c].convert(cell, number, n, plainNumber);
    if (value === UNREAD) (this.unread ??= {})[this.planned[c].key] = cell.trim().replaceAll('\0', '\uFFFD');
    if (value === UNREAD || value === null) this.write('\\N');
    else this.write(this.converters[c].plain && value.indexOf(this.delimiter) < 0 ? value : this.text(value));
    return value;
  }

  private begin(n: number, number: number): void {
    this.unread = undefined;
    this.room(64);
    this.whole(n);
    this.part();
    this.whole(number);
  }

  private part(): void {
    this.room(1);
    this.out[this.at++] = this.mark;
  }

  private copy(bytes: Uint8Array, from: number, to: number): void {
    this.room(to - from);
    if (to - from < 12) for (let i = from; i < to; i++) this.out[this.at++] = bytes[i];
    else {
      this.out.set(bytes.subarray(from, to), this.at);
      this.at += to - from;
    }
  }

  private end(): void {
    this.part();
    this.write(this.unread ? this.text(JSON.stringify(this.unread)) : '\\N');
    this.out[this.at++] = LF;
  }

  private write(text: string): void {
    this.room(3 * text.length + 1);
    if (text.length > 24) this.at += this.out.write(text, this.at);
    else this.short(text);
  }

  /** Short ASCII is written faster by its characters. */
  private short(text: string): void {
    const begun = this.at;
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      if (code > 0x7f) {
        this.at = begun + this.out.write(text, begun);
        return;
      }
      this.out[this.at++] = code;
    }
  }

  private whole(value: number): void {
    let size = 1;
    for (let power = 10; power <= value; power *= 10) size++;
    for (let i = this.at + size - 1, left = value; i >= this.at; i--) {
      const rest = Math.floor(left / 10);
      this.out[i] = ZERO + left - rest * 10;
      left = rest;
    }
    this.at += size;
  }

  private room(bytes: number): void {
    if (this.at + bytes <= this.out.length) return;
    const larger = Buffer.allocUnsafe(Math.max(this.out.length * 2, this.at + bytes));
    this.out.copy(larger, 0, 0, this.at);
    this.out = larger;
  }
}
