import { createReadStream } from 'node:fs';
import path from 'node:path';
import { isLosslessNumber, parse } from 'lossless-json';
import { decode, LIMITS, ReadingRefusal, refuse, storable, type RecordBatch } from '@/core/reading';
import { JsonCutter, noJson, type JsonPiece } from './json-pieces';
import { bytesOf, type Progress, type ReceivedFile, type RecordSource } from './records';
import { RowSpool } from './row-spool';
import { SMALL_CELLS } from './workbook';

/** Nested objects become columns with dotted names down to this level; what is deeper stays a text. */
const DEEPEST = 8;
/** A first line that is longer does not show whether the file has one object a line. */
const HEAD = 1 << 20;

type Flat = ReadonlyMap<string, string>;

/**
 * The records of a JSON file: an array of objects, an object of arrays, an array of arrays, or one object a line. Nested
 * objects become columns with dotted names; numbers keep the digits that they are written with. The file is read as it
 * comes, its records go to the disk.
 * @throws ReadingRefusal with the place where the file is no JSON, or holds no table.
 */
export async function jsonRecords(file: ReceivedFile, progress: Progress = () => undefined): Promise<RecordSource> {
  const spool = new RowSpool(path.dirname(file.path));
  try {
    const table = (await hasObjectLines(file))
      ? await lineByLine(file, new Records(spool), progress)
      : await wholeFile(file, spool, progress);
    return {
      about: { format: 'json', encoding: file.encoding },
      notes: [],
      small: spool.filled <= SMALL_CELLS,
      decimal: '.',
      records: (told) => table.rows(told),
      end: () => spool.close(),
    };
  } catch (error) {
    spool.close();
    throw error;
  }
}

interface Table {
  rows(progress: Progress): AsyncGenerator<RecordBatch>;
}

/** Objects as rows under the names that any of them has, in the order in which the names come. */
class Records implements Table {
  private readonly names = new Map<string, number>();
  private count = 0;

  constructor(private readonly spool: RowSpool) {}

  add(record: Flat): void {
    const cells: string[] = [];
    for (const [name, text] of record) {
      let at = this.names.get(name);
      if (at === undefined) {
        at = this.names.size;
        if (at >= LIMITS.columns) throw refuse.names(LIMITS.columns);
        this.names.set(name, at);
      }
      while (cells.length <= at) cells.push('');
      cells[at] = text;
    }
    this.spool.add(++this.count + 1, cells);
  }

  async *rows(progress: Progress): AsyncGenerator<RecordBatch> {
    const header = [...this.names.keys()].map(storable);
    if (header.length > 0) yield { records: [header], numbers: [1], blank: 0 };
    for await (const { records, numbers, blank } of this.spool.rows(progress))
      yield {
        numbers,
        // The first batch counts the header's row among the blank ones.
        blank: Math.max(0, numbers[0] === 2 ? blank - 1 : blank),
        records: records.map((cells) => (cells.length < header.length ? padded(cells, header.length) : cells)),
      };
  }
}

const padded = (cells: string[], width: number) => cells.concat(new Array<string>(width - cells.length).fill(''));

async function hasObjectLines({ path: at, encoding }: ReceivedFile): Promise<boolean> {
  let head = '';
  for await (const text of decode(createReadStream(at, { end: HEAD }) as AsyncIterable<Uint8Array>, encoding))
    head += text;
  const lines = head.split('\n').filter((line) => line.trim() !== '');
  return (
    lines.length > 1 &&
    lines.slice(0, 2).every((line, i) => isObjectLine(line) || (i === 1 && lines.length === 2 && head.length >= HEAD))
  );
}

function isObjectLine(line: string): boolean {
  try {
    return isPlainObject(parsed(line));
  } catch {
    return false;
  }
}

/** The value of a piece, unless it is deeper than is read: its reader goes down by recursion. */
function parsed(text: string): unknown {
  let depth = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (inString) {
      if (code === 92) i++;
      else if (code === 34) inString = false;
    } else if (code === 34) inString = true;
    else if (code === 91 || code === 123) {
      if (++depth > LIMITS.depth) throw refuse.depth(1);
    } else if (code === 93 || code === 125) depth--;
  }
  return parse(text);
}

/** One object a line (newline-delimited JSON). */
async function lineByLine(file: ReceivedFile, records: Records, progress: Progress): Promise<Table> {
  let rest = '';
  let number = 0;
  const take = (line: string) => {
    number++;
    if (line.trim() === '') return;
    let value: unknown;
    try {
      value = parsed(line);
    } catch (error) {
      if (error instanceof ReadingRefusal) throw refuse.depth(number);
      throw new ReadingRefusal(
        `Line ${number.toLocaleString('en-GB')} of this file is no JSON, though the lines before it are. Mend or take away that line, then drop the file again.`,
      );
    }
    records.add(flatten(value));
  };
  for await (const chunk of decode(bytesOf(file, progress), file.encoding)) {
    const lines = (rest + chunk).split('\n');
    rest = lines.pop() ?? '';
    if (rest.length > LIMITS.record) throw refuse.record(number + 1);
    lines.forEach(take);
  }
  if (rest !== '') take(rest);
  return records;
}

/** A document of one value, by its pieces. */
async function wholeFile(file: ReceivedFile, spool: RowSpool, progress: Progress): Promise<Table> {
  const shape = new DocumentShape(spool);
  const cutter = new JsonCutter((piece) => shape.take(piece));
  for await (const chunk of decode(bytesOf(file, progress), file.encoding)) cutter.add(chunk);
  cutter.end();
  return shape.table();
}

interface Member {
  /** The elements of a list, `undefined` of another value. */
  readonly list?: string[];
  value?: unknown;
  /** Its first element is an object: it may be the table. */
  records?: Records;
  /** Any of its elements is an object. */
  mixed?: boolean;
  length: number;
}

/** Finds out, piece by piece, what of a document is a table. */
class DocumentShape {
  private readonly members = new Map<string, Member>();
  private outer: 'rows' | 'records' | undefined;
  private readonly records: Records;
  private count = 0;

  constructor(private readonly spool: RowSpool) {
    this.records = new Records(spool);
  }

  take(piece: JsonPiece): void {
    const value = piece.is === 'begin' ? undefined : valueOf(piece);
    if (piece.name === undefined) return this.takeOuter(value, piece.line);
    const name = String(valueOf({ ...piece, text: piece.name }));
    if (piece.is === 'value') return void this.members.set(name, { value, length: 0 });
    const member = this.members.get(name) ?? { list: [], length: 0 };
    if (piece.is === 'begin') {
      if (this.members.has(name)) throw new ReadingRefusal(noJson(`the name "${name}" stands in it twice`));
      return void this.members.set(name, member);
    }
    if (isPlainObject(value)) {
      member.mixed = true;
      if (member.length === 0) member.records = this.taker(name);
    }
    member.length++;
    if (member.records) member.records.add(flatten(value));
    else this.keep(member, textOf(value));
  }

  /** Only one list of objects can be the table; rows of a second one go nowhere, as it is refused in the end. */
  private taker(name: string): Records {
    const other = [...this.members].find(([key, { records }]) => key !== name && records);
    if (other) throw noTable(`it has two lists of objects, "${other[0]}" and "${name}"`);
    return this.records;
  }

  private keep(member: Member, text: string): void {
    this.count += text.length + 8;
    if (this.count > LIMITS.sharedText)
      throw new ReadingRefusal(
        'This JSON is an object of lists, and too large to be read so. Save it as an array of objects or as CSV, and drop that.',
      );
    member.list?.push(text);
  }

  private takeOuter(value: unknown, line: number): void {
    this.outer ??= Array.isArray(value) ? 'rows' : 'records';
    if (this.outer === 'records') return this.records.add(flatten(value));
    if (!Array.isArray(value))
      throw noTable(`its first element is a list, and the one in line ${line.toLocaleString('en-GB')} is none`);
    return this.spool.add(++this.count, value.map(textOf));
  }

  table(): Table {
    if (this.outer === 'rows') return this.spool;
    if (this.outer === 'records') return this.records;
    const members = [...this.members];
    if (members.some(([, { records }]) => records)) return this.records;
    if (members.length > 0 && members.every(([, { list, mixed }]) => list && !mixed)) return this.columns(members);
    if (members.length > 0)
      this.records.add(
        new Map(
          members.flatMap(([name, { list, value }]) =>
            list ? [[name, `[${list.join(',')}]`]] : [...flatten(value, name)],
          ),
        ),
      );
    return this.records;
  }

  private columns(members: readonly (readonly [string, Member])[]): Table {
    const longest = Math.max(...members.map(([, { length }]) => length));
    this.spool.add(
      1,
      members.map(([name]) => name),
    );
    for (let i = 0; i < longest; i++)
      this.spool.add(
        i + 2,
        members.map(([, { list }]) => list?.[i] ?? ''),
      );
    return this.spool;
  }
}

const noTable = (why: string) =>
  new ReadingRefusal(
    `This JSON holds no table: ${why}. An array of objects is read, an object of arrays, or one object a line.`,
  );

function valueOf({ text, line }: JsonPiece): unknown {
  try {
    return parse(text);
  } catch (error) {
    const at = Number(/position (\d+)/.exec(String(error))?.[1] ?? 0);
    const within = text.slice(0, at).trimStart().split('\n').length - 1;
    throw new ReadingRefusal(noJson(`something is wrong in line ${(line + within).toLocaleString('en-GB')}`));
  }
}

function isPlainObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value) && !isLosslessNumber(value);
}

function flatten(value: unknown, under = ''): Flat {
  const flat = new Map<string, string>();
  const walk = (one: unknown, name: string, depth: number) => {
    if (isPlainObject(one) && depth < DEEPEST)
      for (const [key, inner] of Object.entries(one)) walk(inner, name ? `${name}.${key}` : key, depth + 1);
    else flat.set(name || 'Value', textOf(one));
  };
  walk(value, under, 0);
  return flat;
}

function textOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (isLosslessNumber(value)) return value.value;
  return typeof value === 'object'
    ? JSON.stringify(value, (_, inner: unknown) => (isLosslessNumber(inner) ? Number(inner.value) : inner))
    : String(value);
}
