import { CellConverter, ColumnTally, inferColumn, UNREAD, type ColumnProfile, type Correction } from '@/core/inference';
import { columnNames, readingNotes, ReadingRefusal, type Reading } from '@/core/reading';
import { copyText } from './copy-text';
import type { Progress, RecordSource } from './records';

/** PostgreSQL's own limit is 1,600 columns of a table. */
const MOST_COLUMNS = 1_000;
/** So many records at the beginning make the first guess. */
const SAMPLED = 4_000;

type Corrections = Readonly<Record<string, Correction>>;

/**
 * Reads the records of a source into typed rows. What the columns are is decided from all rows; to read the file only
 * once, the rows are typed by a guess from its beginning while they are looked at, and only where the whole file says
 * otherwise (`guessHeld` is false) they are typed a second time.
 */
export class TableReader {
  private header: readonly string[] = [];
  private headerRow = 1;
  private tallies: ColumnTally[] = [];
  private converters: CellConverter[] = [];
  private planned: ColumnProfile[] = [];
  private rows = 0;
  private broken = false;
  private tallying = true;
  private readonly ragged = { short: 0, long: 0, blank: 0, firstShort: 0, firstLong: 0 };

  constructor(
    private readonly source: RecordSource,
    private readonly corrections: Corrections,
  ) {}

  /** The columns by the beginning of the file. @throws ReadingRefusal where there is no header or nothing under it. */
  async guess(): Promise<ColumnProfile[]> {
    let header: string[] | undefined;
    const sample: string[][] = [];
    for await (const batch of this.source.records(() => undefined)) {
      for (let i = 0; i < batch.records.length && sample.length < SAMPLED; i++) {
        if (header) sample.push(batch.records[i]);
        else {
          header = batch.records[i];
          this.headerRow = batch.numbers[i];
        }
      }
      if (sample.length >= SAMPLED) break;
    }
    if (!header) throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
    if (sample.length === 0)
      throw new ReadingRefusal(
        `This file has a header (${header.slice(0, 3).join(', ')}${header.length > 3 ? ', …' : ''}) but no rows under it. Add the rows, then drop it again.`,
      );
    this.header = header;
    const width = widthOf(Math.max(header.length, ...sample.map((record) => record.length)));
    const tallies = Array.from({ length: width }, () => new ColumnTally());
    for (const record of sample) for (let c = 0; c < width; c++) tallies[c].add(record[c] ?? '');
    this.tallies = Array.from({ length: width }, () => new ColumnTally());
    return this.plan(this.profilesFrom(tallies));
  }

  /** The rows as COPY text, typed as planned; on the first reading every cell is looked at on the way. */
  async *copyLines(progress: Progress): AsyncGenerator<string> {
    let n = -1;
    for await (const batch of this.source.records(progress)) {
      let lines = '';
      for (let i = 0; i < batch.records.length; i++) {
        if (n >= 0) {
          if (this.tallying) this.tally(batch.records[i], batch.numbers[i]);
          if (!this.broken) lines += this.line(n, batch.numbers[i], batch.records[i]);
        }
        n++;
      }
      if (this.tallying) this.ragged.blank += batch.blank;
      if (lines) yield lines;
    }
    this.rows = n;
  }

  /** Whether the columns are what was planned, now that all rows were seen; if not, they are planned anew. */
  guessHeld(): boolean {
    this.tallying = false;
    const final = this.profilesFrom(this.tallies);
    const same =
      !this.broken &&
      final.length === this.planned.length &&
      final.every((profile, c) => readsAlike(profile, this.planned[c]));
    this.broken = false;
    if (!same) this.plan(final);
    else this.converters.forEach((converter, c) => converter.setProfile(final[c]));
    return same;
  }

  /** What was read: the profiles with their figures, and how the file was understood. */
  outcome(): { headers: string[]; columns: ColumnProfile[]; rows: number; reading: Reading } {
    const given = this.header.map((name) => name.trim());
    const repeatedNames = [...new Set(given.filter((name, i) => name !== '' && given.indexOf(name) !== i))];
    const { short, long, blank } = this.ragged;
    const width = this.tallies.length;
    return {
      headers: columnNames(this.header, width),
      columns: this.converters.map((converter) => converter.profiled()),
      rows: this.rows,
      reading: {
        encoding: this.source.encoding,
        delimiter: this.source.delimiter,
        headerRow: this.headerRow,
        shortRows: short,
        longRows: long,
        blankLines: blank,
        notes: readingNotes({ ...this.ragged, headerCells: this.header.length, width, repeatedNames }),
      },
    };
  }

  /** The columns that the rows are typed by now. */
  get columns(): readonly ColumnProfile[] {
    return this.planned;
  }

  private plan(profiles: ColumnProfile[]): ColumnProfile[] {
    this.planned = profiles;
    this.converters = profiles.map((profile) => new CellConverter(profile));
    return profiles;
  }

  private profilesFrom(tallies: readonly ColumnTally[]): ColumnProfile[] {
    return columnNames(this.header, tallies.length).map((name, c) =>
      inferColumn(`c${c + 1}`, name, tallies[c], this.corrections[`c${c + 1}`]),
    );
  }

  private tally(record: readonly string[], row: number): void {
    const { ragged, tallies } = this;
    if (record.length < this.header.length) {
      ragged.short++;
      ragged.firstShort ||= row;
    } else if (record.length > this.header.length) {
      ragged.long++;
      ragged.firstLong ||= row;
      if (record.length > tallies.length) this.widen(record.length);
    }
    for (let c = 0; c < tallies.length; c++) tallies[c].add(record[c] ?? '');
  }

  /** More columns than the beginning of the file had: those before count as empty so far, and the rows are typed again. */
  private widen(width: number): void {
    this.broken = true;
    const before = this.tallies[0].cells;
    while (this.tallies.length < widthOf(width)) this.tallies.push(new ColumnTally(before));
  }

  private line(n: number, row: number, record: readonly string[]): string {
    let line = `${n}\t${row}`;
    let unread: Record<string, string> | undefined;
    for (let c = 0; c < this.converters.length; c++) {
      const cell = record[c] ?? '';
      const value = this.converters[c].convert(cell, row);
      if (value === UNREAD) {
        (unread ??= {})[`c${c + 1}`] = cell.trim().replaceAll('\0', '\uFFFD');
        line += '\t\\N';
      } else line += value === null ? '\t\\N' : `\t${this.converters[c].plain ? value : copyText(value)}`;
    }
    return `${line}\t${unread ? copyText(JSON.stringify(unread)) : '\\N'}\n`;
  }
}

/** Whether two profiles make the same typed values of the same cells. */
function readsAlike(a: ColumnProfile, b: ColumnProfile): boolean {
  return (
    a.type === b.type &&
    a.format.dateOrder === b.format.dateOrder &&
    a.format.decimal === b.format.decimal &&
    a.format.percentPoints === b.format.percentPoints &&
    a.format.big === b.format.big
  );
}

function widthOf(width: number): number {
  if (width > MOST_COLUMNS)
    throw new ReadingRefusal(
      `A row has ${width.toLocaleString('en-GB')} cells; at most ${MOST_COLUMNS.toLocaleString('en-GB')} columns can be read. Leave columns out, then drop the file again.`,
    );
  return width;
}
