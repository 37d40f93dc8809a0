import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { CellConverter, ColumnTally, inferColumn, UNREAD, type ColumnProfile, type Correction } from '@/core/inference';
import {
  columnNames,
  decode,
  detectDelimiter,
  notText,
  readDelimited,
  readingNotes,
  ReadingRefusal,
  type Encoding,
  type Reading,
  type RecordBatch,
} from '@/core/reading';
import { copyText } from './copy-text';

const CHUNK = 256 * 1024;
const HEAD = 64 * 1024;
/** PostgreSQL's own limit is 1,600 columns of a table. */
const MOST_COLUMNS = 1_000;

export interface Source {
  readonly path: string;
  readonly bytes: number;
  readonly encoding: Encoding;
}

/** What the first pass over a file learns: its shape, and a tally of every column over all rows. */
export interface Survey {
  readonly headers: readonly string[];
  readonly tallies: readonly ColumnTally[];
  readonly rows: number;
  readonly reading: Reading;
  readonly delimiter: string;
}

type Progress = (share: number) => void;

/** The records of a file, in batches, with word of how much has been read. */
async function* records(source: Source, delimiter: string, progress: Progress): AsyncGenerator<RecordBatch> {
  let read = 0;
  async function* bytes() {
    for await (const chunk of createReadStream(source.path, { highWaterMark: CHUNK }) as AsyncIterable<Uint8Array>) {
      read += chunk.length;
      progress(read / Math.max(source.bytes, 1));
      yield chunk;
      // Let other requests in between two chunks.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
  yield* readDelimited(decode(bytes(), source.encoding), delimiter);
}

/** The delimiter, from the head of the file. @throws ReadingRefusal where the file is empty or no text. */
async function lookAtHead(source: Source): Promise<string> {
  const file = await open(source.path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    const binary = notText(head);
    if (binary) throw new ReadingRefusal(`This file is ${binary.is}, whatever its name says. ${binary.advice}`);
    const text = new TextDecoder(source.encoding).decode(head);
    if (text.trim() === '')
      throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
    return detectDelimiter(bytesRead === HEAD ? text.slice(0, Math.max(text.lastIndexOf('\n'), 1)) : text);
  } finally {
    await file.close();
  }
}

/** First pass: the header, and what every cell of every column could be. */
export async function survey(source: Source, progress: Progress): Promise<Survey> {
  const delimiter = await lookAtHead(source);
  let header: string[] | undefined;
  let headerRow = 1;
  let [rows, short, long, blank] = [0, 0, 0, 0];
  let firstShort: number | undefined;
  let firstLong: number | undefined;
  const tallies: ColumnTally[] = [];
  for await (const batch of records(source, delimiter, progress)) {
    blank += batch.blank;
    batch.records.forEach((record, i) => {
      if (!header) {
        header = record;
        headerRow = batch.numbers[i];
        widen(tallies, record.length, 0);
        return;
      }
      if (record.length < header.length) {
        short++;
        firstShort ??= batch.numbers[i];
      }
      if (record.length > header.length) {
        long++;
        firstLong ??= batch.numbers[i];
        widen(tallies, record.length, rows);
      }
      for (let c = 0; c < tallies.length; c++) tallies[c].add(record[c] ?? '');
      rows++;
    });
  }
  if (!header) throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
  if (rows === 0)
    throw new ReadingRefusal(
      `This file has a header (${header.slice(0, 3).join(', ')}${header.length > 3 ? ', …' : ''}) but no rows under it. Add the rows, then drop it again.`,
    );
  const headers = columnNames(header, tallies.length);
  const given = header.map((name) => name.trim());
  const repeatedNames = [...new Set(given.filter((name, i) => name !== '' && given.indexOf(name) !== i))];
  const notes = readingNotes({
    headerCells: header.length,
    width: tallies.length,
    short,
    long,
    firstShort,
    firstLong,
    blank,
    repeatedNames,
  });
  return {
    headers,
    tallies,
    rows,
    delimiter,
    reading: {
      encoding: source.encoding,
      delimiter,
      headerRow,
      shortRows: short,
      longRows: long,
      blankLines: blank,
      notes,
    },
  };
}

/** More columns than the header had: those before count as empty so far. */
function widen(tallies: ColumnTally[], width: number, rowsBefore: number): void {
  if (width > MOST_COLUMNS)
    throw new ReadingRefusal(
      `A row has ${width.toLocaleString('en-GB')} cells; at most ${MOST_COLUMNS.toLocaleString('en-GB')} columns can be read. Leave columns out, then drop the file again.`,
    );
  while (tallies.length < width) {
    const tally = new ColumnTally();
    for (let i = 0; i < rowsBefore; i++) tally.add('');
    tallies.push(tally);
  }
}

export function profilesOf(
  { headers, tallies }: Pick<Survey, 'headers' | 'tallies'>,
  corrections: Readonly<Record<string, Correction>>,
): ColumnProfile[] {
  return headers.map((header, i) => inferColumn(`c${i + 1}`, header, tallies[i], corrections[`c${i + 1}`]));
}

/** Second pass: the rows as COPY text, with the profiles filled in once it is drained. */
export class Conversion {
  private readonly converters: CellConverter[];
  constructor(
    private readonly source: Source,
    private readonly delimiter: string,
    profiles: readonly ColumnProfile[],
  ) {
    this.converters = profiles.map((profile) => new CellConverter(profile));
  }

  async *copyLines(progress: Progress): AsyncGenerator<string> {
    let n = -1;
    for await (const batch of records(this.source, this.delimiter, progress)) {
      let lines = '';
      for (let i = 0; i < batch.records.length; i++)
        if (n++ >= 0) lines += this.line(n - 1, batch.numbers[i], batch.records[i]);
      if (lines) yield lines;
    }
  }

  profiles(): ColumnProfile[] {
    return this.converters.map((converter) => converter.profiled());
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
      } else line += `\t${copyText(value)}`;
    }
    return `${line}\t${unread ? copyText(JSON.stringify(unread)) : '\\N'}\n`;
  }
}
