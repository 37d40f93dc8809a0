import fc from 'fast-check';
import { stringify } from 'csv-stringify/sync';
import { decode, readDelimited, type Encoding } from '@/core/reading';
import type { RecordSource } from './records';
import { TableReader } from './table-reader';

/** A file in pieces of `size` bytes; with `plain` its lines may be read as bytes, without it only as text. */
function sourceOf(file: Buffer, size: number, newline: '\n' | '\r\n', plain: boolean, encoding: Encoding = 'utf-8') {
  async function* bytes(): AsyncGenerator<Uint8Array> {
    for (let at = 0; at < file.length; at += size) yield file.subarray(at, at + size);
  }
  const source: RecordSource = {
    about: { format: 'delimited', encoding, delimiter: ',' },
    notes: [],
    small: true,
    records: () => readDelimited(decode(bytes(), encoding), ','),
    ...(plain ? { plain: { encoding, delimiter: ',', newline, bytes } } : {}),
  };
  return source;
}

async function read(source: RecordSource) {
  const reader = new TableReader(source, {});
  await reader.guess();
  const lines = async () => {
    let text = '';
    for await (const piece of reader.copyLines(() => undefined)) text += piece.toString('utf8');
    return text;
  };
  let text = await lines();
  if (!reader.guessHeld()) text = await lines();
  const outcome = reader.outcome();
  const rows = text
    .split('\n')
    .slice(0, -1)
    .map((line) => cellsOf(line, reader.delimiter));
  const dated = (c: number) => ['date', 'datetime'].includes(outcome.columns[c - 2]?.type);
  const cut = (c: number) => (outcome.columns[c - 2].type === 'date' ? 10 : 19);
  return {
    // A database takes dates with a space or a T, with seconds or without.
    rows: rows.map((cells) =>
      cells.map((cell, c) => (dated(c) && cell !== null ? stamp(cell).slice(0, cut(c)) : cell)),
    ),
    outcome,
  };
}

const stamp = (text: string) => {
  const [day, time = '00:00:00'] = text.split(/[ T]/);
  return `${day}T${time.length === 5 ? `${time}:00` : time}`;
};

/** The cells of a line in COPY's text format. */
function cellsOf(line: string, delimiter: string): (string | null)[] {
  const cells: string[] = [''];
  for (let i = 0; i < line.length; i++) {
    if (line[i] === delimiter) cells.push('');
    else cells[cells.length - 1] += line[i] === '\\' ? line[i] + line[++i] : line[i];
  }
  const meant: Record<string, string> = { n: '\n', t: '\t', r: '\r' };
  return cells.map((cell) => (cell === '\\N' ? null : cell.replace(/\\(.)/g, (_, c: string) => meant[c] ?? c)));
}

/** Reads a file both ways, and expects the same. */
async function expectAlike(file: Buffer, size: number, newline: '\n' | '\r\n', encoding?: Encoding) {
  const [asBytes, asText] = [
    await read(sourceOf(file, size, newline, true, encoding)),
    await read(sourceOf(file, size, newline, false, encoding)),
  ];
  expect(asBytes).toEqual(asText);
  return asBytes;
}

const KINDS: readonly fc.Arbitrary<string>[] = [
  fc.integer({ min: -2000, max: 30_000_000 }).map(String),
  fc.tuple(fc.integer({ min: -300, max: 3000 }), fc.integer({ min: 1, max: 7 })).map(([n, d]) => (n / 7).toFixed(d)),
  fc
    .date({ min: new Date('1999-12-25'), max: new Date('2031-01-05'), noInvalidDate: true })
    .map((date) => date.toISOString().slice(0, 10)),
  fc
    .tuple(
      fc.date({ min: new Date('2024-02-27'), max: new Date('2024-03-02'), noInvalidDate: true }),
      fc.constantFrom(10, 16, 19),
      fc.constantFrom(' ', 'T'),
    )
    .map(([date, length, gap]) => date.toISOString().replace('T', gap).slice(0, length)),
  fc.constantFrom('Shrubs', 'Herbs', 'Bérbéris', 'a, b', 'say "no"', 'back\\slash', ' spaced ', 'two\nlines'),
  fc.constantFrom('12%', '£1.20', '1,204.50', '3/4/2025', 'yes', '16:20', '-0', '007', '1e3', '2024-02-30', '20250314'),
  fc.constantFrom('', 'n/a', '-', 'x'),
];

test('read as bytes, a file gives what it gives when read as text', async () => {
  const column = fc
    .constantFrom(...KINDS)
    .chain((kind) =>
      fc.array(fc.oneof({ weight: 12, arbitrary: kind }, fc.oneof(...KINDS)), { minLength: 9, maxLength: 9 }),
    );
  await fc.assert(
    fc.asyncProperty(
      fc.array(column, { minLength: 2, maxLength: 5 }),
      fc.constantFrom<['\n' | '\r\n', boolean]>(['\n', false], ['\n', true], ['\r\n', false], ['\r\n', true]),
      fc.integer({ min: 1, max: 300 }),
      fc.boolean(),
      async (columns, [newline, quoted], size, marked) => {
        const rows = Array.from({ length: 9 }, (_, r) => columns.map((cells) => cells[r]));
        const text = stringify([columns.map((_, c) => `Column ${c}`), ...rows], {
          record_delimiter: newline,
          quoted_string: quoted,
          bom: marked,
        });
        await expectAlike(Buffer.from(text), size, newline);
      },
    ),
    { numRuns: 400 },
  );
});

test('short and long rows, blank lines, stray quotation marks and line ends give the same both ways', async () => {
  const pieces = [
    '1,2\n',
    '1\n',
    '1,2,3\n',
    '\n',
    ' ,\n',
    '"a ""b""",2\n',
    '5" pot,2\n',
    '1,"2\n3"\n',
    '1,2\r\n',
    '\u00a0,\n',
  ];
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom(...pieces), { minLength: 1 }),
      fc.integer({ min: 1, max: 9 }),
      async (lines, size) => {
        await expectAlike(Buffer.from(`Name,Count\nfirst,1\n${lines.join('')}last,2`), size, '\n');
      },
    ),
    { numRuns: 300 },
  );
});

test('other encodings come out as UTF-8', async () => {
  const file = Buffer.from('Ort,Menge\nKöln,1\nKöln,2\nZürich,3\n', 'latin1');
  const { rows } = await expectAlike(file, 8, '\n', 'windows-1252');
  expect(rows.map((row) => row[2])).toEqual(['Köln', 'Köln', 'Zürich']);
});
