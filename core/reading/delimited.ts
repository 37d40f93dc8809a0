import Papa from 'papaparse';
import { LIMITS, refuse } from './limits';
import { ReadingRefusal } from './refusal';

/** The usual delimiters, in order of preference among equals. */
export const DELIMITERS = [',', ';', '\t', '|'] as const;

/** A run of records; `numbers[i]` is the number of `records[i]` in the file, the first record being 1. Blank lines are left out and keep their number. */
export interface RecordBatch {
  readonly records: string[][];
  readonly numbers: number[];
  readonly blank: number;
}

/** Further single characters that some programs part cells with; none of them stands inside dates or numbers. */
const RARE = ['^', '~', '#', '!', '¦', '§', '\u001f', '\u0001'];
const SAMPLED = 200;

/**
 * The delimiter of a text, from its beginning: the one that cuts most of its records into the same number of cells, two
 * or more. Comma where nothing speaks for any: one column.
 */
export function detectDelimiter(sample: string): string {
  const rated = [...DELIMITERS, ...RARE.filter((mark) => sample.includes(mark))].map((delimiter, i) => {
    const common = i < DELIMITERS.length;
    const { share, cells } = evenness(sample, delimiter);
    const enough = share >= (common ? 0.5 : 0.95);
    return { delimiter, score: cells < 2 || !enough ? 0 : share + Math.min(cells, 50) / 1000 - (common ? 0 : 0.02) };
  });
  const best = rated.reduce((a, b) => (b.score > a.score ? b : a));
  return best.score > 0 ? best.delimiter : ',';
}

/** The commonest number of cells of a record under a delimiter, and the share of records that have it. */
function evenness(sample: string, delimiter: string): { share: number; cells: number } {
  const { data } = Papa.parse<string[]>(sample, { delimiter, preview: SAMPLED, skipEmptyLines: 'greedy' });
  const counts = new Map<number, number>();
  for (const record of data) counts.set(record.length, (counts.get(record.length) ?? 0) + 1);
  const [cells, records] = [...counts].reduce(
    (a, b) => (b[1] > a[1] || (b[1] === a[1] && b[0] > a[0]) ? b : a),
    [0, 0],
  );
  return { share: records / Math.max(data.length, 1), cells };
}

export type Newline = '\r\n' | '\n' | '\r';

/**
 * Cuts text into records by the rules of RFC 4180, 2: quotes may hold delimiters, line breaks and doubled quotes. Text
 * comes in pieces; what is left of a piece after its last whole record has to be put before the next.
 */
export class RecordCutter {
  /** @param next the number of the next record in the file, the first being 1 */
  constructor(
    private readonly delimiter: string,
    private readonly newline: Newline,
    public next = 1,
  ) {}

  /**
   * The whole records of a text, all of them where it is the `last`, and what is left of it.
   * @throws ReadingRefusal where a quotation mark is opened and never closed.
   */
  cut(text: string, last: boolean): { batch: RecordBatch; rest: string } {
    const parser = new Papa.Parser({ delimiter: this.delimiter, newline: this.newline });
    const parsed = parser.parse(text, 0, !last) as Papa.ParseResult<string[]>;
    const open = parsed.errors.find((error) => error.code === 'MissingQuotes');
    if (last && open) {
      const record = this.next + (open.row ?? 0);
      throw new ReadingRefusal(
        `A quotation mark opened in row ${record.toLocaleString('en-GB')} is never closed. Close it or take it away, then drop the file again.`,
      );
    }
    const rest = last ? '' : text.slice(parsed.meta.cursor);
    if (rest.length > LIMITS.record) throw refuse.record(this.next + parsed.data.length);
    return { batch: this.number(parsed.data), rest };
  }

  private number(data: string[][]): RecordBatch {
    const records: string[][] = [];
    const numbers: number[] = [];
    for (const record of data) {
      const at = this.next++;
      if (record.length > LIMITS.recordCells) throw refuse.columns(record.length, `Row ${at.toLocaleString('en-GB')}`);
      if (record.length === 1 && record[0].trim() === '') continue;
      records.push(record);
      numbers.push(at);
    }
    return { records, numbers, blank: data.length - records.length };
  }
}

/**
 * Text chunks to records; LF, CR and CRLF all end a record. Memory is bounded by a chunk and its longest record.
 * @throws ReadingRefusal where a quotation mark is opened and never closed.
 */
export async function* readDelimited(chunks: AsyncIterable<string>, delimiter: string): AsyncGenerator<RecordBatch> {
  let rest = '';
  let cutter: RecordCutter | undefined;
  const take = (text: string, last: boolean): RecordBatch | undefined => {
    const newline = cutter ? undefined : detectNewline(text, last);
    if (newline) cutter = new RecordCutter(delimiter, newline);
    if (!cutter) {
      if (text.length > LIMITS.record) throw refuse.record(1);
      rest = text;
      return undefined;
    }
    const cut = cutter.cut(text, last);
    rest = cut.rest;
    return cut.batch;
  };
  for await (const chunk of chunks) {
    const batch = take(rest + chunk, false);
    if (batch && batch.records.length + batch.blank > 0) yield batch;
  }
  if (rest !== '') {
    const batch = take(rest, true);
    if (batch) yield batch;
  }
}

/** The first line break outside quotes decides for the file; `undefined` until one was seen. */
export function detectNewline(text: string, last: boolean): Newline | undefined {
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === 34) quoted = !quoted;
    else if (!quoted && c === 10) return '\n';
    else if (!quoted && c === 13) {
      if (i + 1 < text.length) return text.charCodeAt(i + 1) === 10 ? '\r\n' : '\r';
      if (!last) return undefined;
      return '\r';
    }
  }
  return last ? '\n' : undefined;
}
