import {
  cellLook,
  CellConverter,
  ColumnTally,
  inferColumns,
  type ColumnFormat,
  keysFor,
  type ColumnProfile,
  type KeyedNames,
  type Correction,
} from '@/core/inference';
import {
  beginning,
  columnNames,
  findShape,
  LIMITS,
  readingNotes,
  ReadingRefusal,
  refuse,
  SEEN_BOTTOM,
  SEEN_TOP,
  storable,
  widestOf,
  type NumberedRecord,
  type RecordBatch,
  type Reading,
  type SeenRecord,
  type Shape,
  type ShapeChoices,
} from '@/core/reading';
import { CopyRows } from './copy-rows';
import { copyDelimiter } from './copy-text';
import { cellDecoder, plainLines, type CellDecoder, type PlainTaker } from './plain-lines';
import type { Progress, RecordSource } from './records';
import { isBlank, sampleRecords } from './shaped-rows';

const SPACE = 32;

type Corrections = Readonly<Record<string, Correction>>;

/**
 * Reads the records of a source into typed rows. What the columns are is decided from all rows; to read the file only
 * once, the rows are typed by a guess from its beginning while they are looked at, and only where the whole file says
 * otherwise (`guessHeld` is false) they are typed a second time.
 */
export class TableReader {
  private shape: Shape | undefined;
  private seen: SeenRecord[] = [];
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
    private readonly choices: ShapeChoices = {},
    private readonly before?: KeyedNames,
  ) {}

  /** The columns by the beginning of the file. @throws ReadingRefusal where there is no header or nothing under it. */
  async guess(): Promise<ColumnProfile[]> {
    const sample = await sampleRecords(this.source, this.choices);
    this.seen = seenOf(sample, this.source.small);
    const shape = findShape(sample, this.source.small, cellLook, this.choices);
    this.shape = shape;
    const rows = sample.flatMap((record) => shape.rows(record));
    if (rows.length === 0)
      throw new ReadingRefusal(
        `This file has a header (${shape.headers.slice(0, 3).join(', ')}${shape.headers.length > 3 ? ', …' : ''}) but no rows under it. Add the rows, then drop it again.`,
      );
    const width = widthOf(shape.open ? Math.max(shape.width, widestOf(rows)) : shape.width);
    const tallies = Array.from({ length: width }, () => new ColumnTally());
    for (const row of rows) for (let c = 0; c < width; c++) tallies[c].add(row[c] ?? '');
    this.tallies = Array.from({ length: width }, () => new ColumnTally());
    return this.plan(this.profilesFrom(tallies));
  }

  /** What parts the cells of the lines that `copyLines` makes. */
  get delimiter(): string {
    return copyDelimiter(this.source.plain?.delimiter ?? '\t');
  }

  /** The rows as COPY text, typed as planned; on the first reading every cell is looked at on the way. */
  async *copyLines(progress: Progress): AsyncGenerator<Buffer> {
    const { shape, source } = this;
    if (!shape) throw new RangeError('rows can be read only after the columns were guessed');
    const rows = new CopyRows(this.planned, this.converters, this.tallying ? this.tallies : undefined, this.delimiter);
    this.rows = 0;
    // Bytes are copied together with what parts them: only where COPY takes that too.
    if (source.plain?.delimiter === this.delimiter && shape.asTheyStand) {
      const taker = this.plainTaker(shape, shape.asTheyStand, rows, cellDecoder(source.plain.encoding));
      yield* plainLines(source.plain, progress, taker);
    } else {
      for await (const batch of source.records(progress)) {
        this.takeBatch(batch, shape, rows);
        const made = rows.taken();
        if (made) yield made;
      }
    }
    rows.finish();
  }

  /** Takes lines by their bytes where they have the cells that the header has; the others need more care. */
  private plainTaker(
    shape: Shape,
    wanted: (number: number) => boolean,
    rows: CopyRows,
    decode: CellDecoder,
  ): PlainTaker {
    return {
      made: () => rows.taken(),
      batch: (batch) => this.takeBatch(batch, shape, rows),
      line: (bytes, lines, number) => {
        const { cells, from, to } = lines;
        const even = cells === shape.width && cells === this.tallies.length && !this.broken;
        if (even && !seemsBlank(bytes, from[0], to[0])) {
          if (wanted(number)) rows.addBytes(this.rows++, number, bytes, lines, decode);
        } else
          this.takeRecord(
            Array.from({ length: cells }, (_, c) => decode(bytes, from[c], to[c])),
            number,
            shape,
            rows,
          );
      },
    };
  }

  private takeBatch(batch: RecordBatch, shape: Shape, rows: CopyRows): void {
    for (let i = 0; i < batch.records.length; i++) this.takeRecord(batch.records[i], batch.numbers[i], shape, rows);
    if (this.tallying) this.ragged.blank += batch.blank;
  }

  private takeRecord(cells: readonly string[], number: number, shape: Shape, rows: CopyRows): void {
    if (isBlank(cells)) {
      if (this.tallying) this.ragged.blank++;
      return;
    }
    for (const row of shape.rows({ cells, number })) {
      if (this.tallying) this.measure(row, number, shape);
      // More columns than planned: the rows are typed a second time, and till then only looked at.
      if (this.broken) this.tallies.forEach((tally, c) => tally.add(row[c] ?? ''));
      else rows.addTexts(this.rows, number, row);
      this.rows++;
    }
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

  /** How many rows have been typed so far. */
  get rowsSoFar(): number {
    return this.rows;
  }

  /** What can be shown of the file before it is read: its first rows as they came. */
  early(): Reading {
    return {
      ...this.source.about,
      ...(this.shape?.headerRow === undefined ? {} : { headerRow: this.shape.headerRow }),
      shortRows: 0,
      longRows: 0,
      blankLines: 0,
      findings: this.shape?.findings ?? [],
      seen: this.seen,
      notes: this.source.notes,
    };
  }

  /** What was read: the profiles with their figures, and how the file was understood. */
  outcome(): { headers: string[]; columns: ColumnProfile[]; rows: number; reading: Reading } {
    const { shape, source, ragged } = this;
    const header = shape?.headers ?? [];
    const given = header.map((name) => name.trim());
    const repeatedNames = [...new Set(given.filter((name, i) => name !== '' && given.indexOf(name) !== i))];
    const width = this.tallies.length;
    return {
      headers: columnNames(header, width),
      columns: this.profiled(),
      rows: this.rows,
      reading: {
        ...source.about,
        ...(shape?.headerRow === undefined ? {} : { headerRow: shape.headerRow }),
        shortRows: ragged.short,
        longRows: ragged.long,
        blankLines: ragged.blank,
        findings: shape?.findings ?? [],
        seen: this.seen,
        notes: [...source.notes, ...readingNotes({ ...ragged, headerCells: header.length, width, repeatedNames })],
      },
    };
  }

  /** The profiles with their figures; a column of several measures says which column tells them apart. */
  private profiled(): ColumnProfile[] {
    const columns = this.converters.map((converter) => converter.profiled());
    const { mixed } = this.shape ?? {};
    if (!mixed) return columns;
    return columns.map((column, c) => (c === mixed.amount ? { ...column, mixes: columns[mixed.by].key } : column));
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
    const headers = columnNames(this.shape?.headers ?? [], tallies.length);
    return inferColumns(
      headers,
      tallies,
      this.corrections,
      { decimal: this.source.decimal },
      keysFor(headers, this.before),
    );
  }

  /** Whether a row has as many cells as the header. */
  private measure(row: readonly string[], number: number, shape: Shape): void {
    const { ragged, tallies } = this;
    if (shape.open && row.length < shape.width) {
      ragged.short++;
      ragged.firstShort ||= number;
    } else if (shape.open && row.length > shape.width) {
      ragged.long++;
      ragged.firstLong ||= number;
      if (row.length > tallies.length) this.widen(row.length);
    }
  }

  /** More columns than the beginning of the file had: those before count as empty so far, and the rows are typed again. */
  private widen(width: number): void {
    this.broken = true;
    const before = this.tallies[0].cells;
    while (this.tallies.length < widthOf(width)) this.tallies.push(new ColumnTally(before));
  }
}

/** A first cell that may be blank: then the whole line has to be looked at. Blanks beyond ASCII begin with these bytes, in UTF-8 or in one. */
function seemsBlank(bytes: Uint8Array, from: number, to: number): boolean {
  return from === to || bytes[from] <= SPACE || BLANK_LEADS.has(bytes[from]);
}
const BLANK_LEADS = new Set([0xa0, 0xc2, 0xe1, 0xe2, 0xe3, 0xef]);

/** Whether two profiles make the same typed values of the same cells. */
function readsAlike(a: ColumnProfile, b: ColumnProfile): boolean {
  return a.type === b.type && marksOf(a.format) === marksOf(b.format);
}

/** What of a format decides how cells are read. */
function marksOf(format: ColumnFormat): string {
  const marks = Object.entries(format).filter(([name]) => name !== 'ambiguous' && name !== 'decimals');
  return JSON.stringify(marks.sort());
}

const LONGEST_SEEN = 60;
const MOST_SEEN_COLUMNS = 40;

function seenOf(records: readonly NumberedRecord[], whole: boolean): SeenRecord[] {
  const ends =
    whole && records.length > SEEN_TOP + SEEN_BOTTOM
      ? [...records.slice(0, SEEN_TOP), ...records.slice(-SEEN_BOTTOM)]
      : records.slice(0, SEEN_TOP + SEEN_BOTTOM);
  return ends.map(({ number, cells }) => ({
    number,
    cells: cells.slice(0, MOST_SEEN_COLUMNS).map((cell) => beginning(storable(cell), LONGEST_SEEN)),
  }));
}

function widthOf(width: number): number {
  if (width > LIMITS.columns) throw refuse.columns(width);
  return width;
}
