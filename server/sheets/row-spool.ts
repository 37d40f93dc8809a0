import { closeSync, openSync, read, unlinkSync, writeSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import path from 'node:path';
import { promisify } from 'node:util';
import { LIMITS, refuse, storable, type RecordBatch } from '@/core/reading';
import type { Progress } from './records';

const readAt = promisify(read);

/** A batch is written when it holds so many rows, or about so many characters. */
const BATCH_ROWS = 500;
const BATCH_TEXT = 128 * 1024;
const CHUNK = 1 << 20;
const LF = 10;

type Batch = Pick<RecordBatch, 'numbers' | 'records'>;

/**
 * Rows of texts that are put down in a file of their own while a workbook or JSON is read, and read from there as often as
 * needed: memory holds one batch, however many there are. The file has no name any more once it is open, so that no end of
 * the process leaves it behind. Texts that cannot be stored are made storable on the way in.
 */
export class RowSpool {
  private batch: Batch = { numbers: [], records: [] };
  private text = 0;
  private bytes = 0;
  private file: number | undefined;
  /** The number of the last row. */
  last = 0;
  /** How many cells are filled. */
  filled = 0;

  /**
   * @param folder where the file is made, once the rows are more than a batch
   * @param keeps whether rows are kept, or only counted
   */
  constructor(
    private readonly folder: string,
    private readonly keeps = true,
  ) {}

  /**
   * Adds a row; one without a filled cell counts for nothing.
   * @param number its place in the sheet, from 1, more than that of the row before
   * @throws ReadingRefusal where a cell, a row or all of them are past what is read
   */
  add(number: number, cells: readonly string[]): void {
    let text = 0;
    let filled = 0;
    for (const cell of cells) {
      if (cell === '') continue;
      filled++;
      text += cell.length;
      if (cell.length > LIMITS.cellText) throw refuse.cellText(`A cell of row ${number.toLocaleString('en-GB')}`);
    }
    if (filled === 0) return;
    if (cells.length > LIMITS.columns) throw refuse.columns(cells.length, `Row ${number.toLocaleString('en-GB')}`);
    if (text > LIMITS.record) throw refuse.record(number);
    this.filled += filled;
    if (this.filled > LIMITS.cells) throw refuse.cells();
    this.last = number;
    if (!this.keeps) return;
    this.batch.numbers.push(number);
    this.batch.records.push(cells.map(storable));
    this.text += text;
    if (this.batch.numbers.length >= BATCH_ROWS || this.text >= BATCH_TEXT) this.write();
  }

  private open(): number {
    const name = path.join(this.folder, `.rows-${randomBytes(9).toString('hex')}`);
    const file = openSync(name, 'wx+');
    unlinkSync(name);
    return file;
  }

  private write(): void {
    if (this.batch.numbers.length === 0) return;
    const file = (this.file ??= this.open());
    const line = Buffer.from(`${JSON.stringify(this.batch)}\n`);
    for (let at = 0; at < line.length;) at += writeSync(file, line, at, line.length - at, this.bytes + at);
    this.bytes += line.length;
    this.batch = { numbers: [], records: [] };
    this.text = 0;
  }

  /** The rows as they were added, in batches. `blank` counts the rows between them that hold nothing. */
  async *rows(progress: Progress): AsyncGenerator<RecordBatch> {
    if (!this.keeps) throw new RangeError('these rows were only counted');
    let last = 0;
    for await (const { numbers, records } of this.batches(progress)) {
      const until = numbers[numbers.length - 1];
      const blank = until - last - numbers.length;
      last = until;
      yield { numbers, records, blank };
    }
  }

  private async *batches(progress: Progress): AsyncGenerator<Batch> {
    if (this.file === undefined) {
      // Whoever takes rows may change them: these are read again.
      if (this.batch.numbers.length > 0) yield structuredClone(this.batch);
      return;
    }
    this.write();
    let rest: Buffer = Buffer.alloc(0);
    for (let at = 0, read = CHUNK; at < this.bytes; at += read) {
      const { buffer, bytesRead } = await readAt(this.file, Buffer.allocUnsafe(CHUNK), 0, CHUNK, at);
      read = bytesRead;
      rest = Buffer.concat([rest, buffer.subarray(0, bytesRead)]);
      let from = 0;
      for (let end = rest.indexOf(LF); end >= 0; end = rest.indexOf(LF, from)) {
        yield JSON.parse(rest.toString('utf8', from, end)) as Batch;
        from = end + 1;
      }
      rest = rest.subarray(from);
      progress((at + read) / this.bytes);
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  /** Gives the room on the disk back. */
  close(): void {
    if (this.file !== undefined) closeSync(this.file);
    this.file = undefined;
    this.batch = { numbers: [], records: [] };
  }
}
