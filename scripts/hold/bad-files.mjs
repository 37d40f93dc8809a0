/** Files as no honest program writes them, and some as honest ones do, large. Each is made when it is wanted. */
import { gzipSync } from 'node:zlib';
import { ods, xlsx, zip } from './zip.mjs';

const cell = (place, value) => `<c r="${place}"><v>${value}</v></c>`;
const text = (place, value) => `<c r="${place}" t="inlineStr"><is><t>${value}</t></is></c>`;
const HEAD = `<row r="1">${text('A1', 'Name')}${text('B1', 'Amount')}</row>`;
const body = (rows, more = '') => `<sheetData>${HEAD}${rows}</sheetData>${more}`;
const plain = (from, to) =>
  Array.from(
    { length: to - from + 1 },
    (_, i) => `<row r="${from + i}">${text(`A${from + i}`, `n${i % 7}`)}${cell(`B${from + i}`, i)}</row>`,
  ).join('');
const times = (n, make) => Array.from({ length: n }, (_, i) => make(i)).join('');
const odsText = (value) => `<text:p>${value}</text:p>`;
const odsCell = (value, more = '') =>
  `<table:table-cell office:value-type="string" ${more}>${odsText(value)}</table:table-cell>`;
const odsNumber = (value, more = '') =>
  `<table:table-cell office:value-type="float" office:value="${value}" ${more}>${odsText(value)}</table:table-cell>`;
const odsRow = (inner, more = '') => `<table:table-row ${more}>${inner}</table:table-row>`;
const odsHead = odsRow(odsCell('Name') + odsCell('Amount'));
const odsRows = odsRow(odsCell('a') + odsNumber(1)) + odsRow(odsCell('b') + odsNumber(2));
const csv = (rows) => `Name,Amount\n${rows}`;
const json = (rows) => JSON.stringify(rows);

/**
 * `[name, kind, make]`; the kind says what is wanted: `sheet` it is read, `refused` it is refused in words, `either`.
 * @param large how many times as large as in a short run the large ones are
 */
export const badFiles = (large) => [
  ['row-4e9.xlsx', 'refused', () => xlsx(body(`<row r="4000000000">${text('A4000000000', 'a')}</row>`))],
  ['row-30m.xlsx', 'refused', () => xlsx(body(`<row r="30000000">${cell('B30000000', 5)}</row>`))],
  [
    'row-last.xlsx',
    'sheet',
    () => xlsx(body(`${plain(2, 4)}<row r="1048576">${text('A1048576', 'z')}${cell('B1048576', 5)}</row>`)),
  ],
  [
    'column-xfd.xlsx',
    'refused',
    () => xlsx(body(times(3000, (i) => `<row r="${i + 2}">${cell(`XFD${i + 2}`, 1)}</row>`))),
  ],
  [
    'column-xfd-empty.xlsx',
    'sheet',
    () => xlsx(body(plain(2, 9) + times(3000, (i) => `<row r="${i + 10}"><c r="XFD${i + 10}" s="1"/></row>`))),
  ],
  [
    'merged-20000.xlsx',
    'sheet',
    () =>
      xlsx(
        body(
          plain(2, 20_000),
          `<mergeCells>${times(20_000, (i) => `<mergeCell ref="D${i + 1}:F${i + 1}"/>`)}</mergeCells>`,
        ),
      ),
  ],
  [
    'merged-200000.xlsx',
    'refused',
    () =>
      xlsx(
        body(
          plain(2, 9),
          `<mergeCells>${times(200_000, (i) => `<mergeCell ref="D${i + 1}:F${i + 1}"/>`)}</mergeCells>`,
        ),
      ),
  ],
  [
    'merged-all.xlsx',
    'either',
    () => xlsx(body(plain(2, 2000), '<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>')),
  ],
  [
    'merged-over-each-other.xlsx',
    'either',
    () =>
      xlsx(
        body(
          plain(2, 20_000),
          `<mergeCells>${times(20_000, (i) => `<mergeCell ref="C${i + 1}:XFD1048576"/>`)}</mergeCells>`,
        ),
      ),
  ],
  [
    'hidden-columns.xlsx',
    'sheet',
    () => xlsx(`<cols><col min="1" max="1000000000" hidden="1"/></cols>${body(plain(2, 9))}`),
  ],
  [
    'validation.xlsx',
    'sheet',
    () =>
      xlsx(
        body(
          plain(2, 2000),
          `<dataValidations count="3">${times(3, (i) => `<dataValidation type="list" sqref="${'ABC'[i]}1:${'ABC'[i]}1048576"><formula1>"a,b"</formula1></dataValidation>`)}</dataValidations>`,
        ),
      ),
  ],
  [
    'defined-name.xlsx',
    'sheet',
    () =>
      xlsx(body(plain(2, 9)), {
        book: '<definedNames><definedName name="all">Sheet!$A$1:$XFD$1048576</definedName></definedNames>',
      }),
  ],
  [
    'cells-without-places.xlsx',
    'either',
    () => xlsx(body(times(20_000 * large, () => `<row>${times(10, () => '<c><v>1</v></c>')}</row>`))),
  ],
  ['no-rows.xlsx', 'refused', () => xlsx('<sheetData/>')],
  [
    'far-date.xlsx',
    'sheet',
    () => xlsx(body(`${plain(2, 5)}<row r="6">${text('A6', 'far')}<c r="B6" s="1"><v>99999999999</v></c></row>`)),
  ],
  ['deep-xml.xlsx', 'either', () => xlsx(body(plain(2, 3)) + '<a>'.repeat(100_000) + '</a>'.repeat(100_000))],
  ['half-xml.xlsx', 'refused', () => xlsx(`<sheetData>${HEAD}<row r="2">`)],
  ['entities.xlsx', 'refused', () => xlsx(body(`<row r="2">${text('A2', '&boom;')}</row>`))],
  [
    'shared-missing.xlsx',
    'either',
    () => xlsx(body('<row r="2"><c r="A2" t="s"><v>99999999</v></c><c r="B2" t="s"><v>-1</v></c></row>')),
  ],
  [
    'surrogates.xlsx',
    'sheet',
    () =>
      xlsx(
        body(
          `<row r="2">${text('A2', '_xD800_half')}${cell('B2', 3)}</row><row r="3">${text('A3', 'nul_x0000_')}${cell('B3', 3)}</row>`,
        ),
      ),
  ],
  ['wrong-sum.xlsx', 'refused', () => xlsx(body(plain(2, 9)), { faults: { crc: true } })],
  ['wrong-size.xlsx', 'refused', () => xlsx(body(plain(2, 9)), { faults: { size: true } })],
  ['locked.xlsx', 'refused', () => xlsx(body(plain(2, 9)), { faults: { encrypted: true } })],
  ['bomb.xlsx', 'refused', () => xlsx(`${' '.repeat(300 * 1024 * 1024)}<sheetData/>`)],
  [
    'long-cell.xlsx',
    'refused',
    () => xlsx(body(`<row r="2">${text('A2', 'x'.repeat(2_000_000))}${cell('B2', 1)}</row>`)),
  ],
  [
    'sound-large.xlsx',
    'sheet',
    () =>
      xlsx(
        body(
          times(
            10_000 * large,
            (i) =>
              `<row r="${i + 2}">${text(`A${i + 2}`, `n${i % 9}`)}${times(9, (c) => cell(`${'BCDEFGHIJ'[c]}${i + 2}`, (i * (c + 3)) % 977))}</row>`,
          ),
        ),
      ),
  ],

  [
    'empty-rows.ods',
    'sheet',
    () =>
      ods(
        odsHead +
          odsRows +
          times(
            20_000 * large,
            () => '<table:table-row table:number-rows-repeated="1000"><table:table-cell/></table:table-row>',
          ),
      ),
  ],
  [
    'repeated-rows.ods',
    'sheet',
    () => ods(odsHead + odsRow(odsCell('a') + odsNumber(1), `table:number-rows-repeated="${5000 * large}"`)),
  ],
  [
    'repeated-1e9.ods',
    'refused',
    () => ods(odsHead + odsRow(odsCell('a') + odsNumber(1), 'table:number-rows-repeated="1000000000"')),
  ],
  [
    'cell-repeated-1e9.ods',
    'refused',
    () => ods(odsHead + odsRow(odsCell('a', 'table:number-columns-repeated="1000000000"'))),
  ],
  [
    'cells-300000.ods',
    'refused',
    () => ods(odsHead + odsRow(times(300_000, () => odsCell('a', 'table:number-columns-repeated="3"')))),
  ],
  ['spaces.ods', 'refused', () => ods(odsHead + odsRow(odsCell('a<text:s text:c="500000000"/>b') + odsNumber(1)))],
  [
    'far-date.ods',
    'sheet',
    () =>
      ods(
        odsHead +
          odsRow(
            `<table:table-cell office:value-type="date" office:date-value="9999-99-99T99:99:99"/>${odsNumber(1)}`,
          ) +
          odsRows,
      ),
  ],
  ['wrong-sum.ods', 'refused', () => ods(odsHead + odsRows, { faults: { crc: true } })],

  ['brackets.json', 'refused', () => '['.repeat(2_000_000 * large)],
  ['deep-cell.json', 'refused', () => `[{"a":1,"b":${'['.repeat(5000)}${']'.repeat(5000)}}]`],
  ['deep-objects.json', 'refused', () => `[{"a":1,"b":${'{"c":'.repeat(5000)}1${'}'.repeat(5000)}}]`],
  ['nul.json', 'sheet', () => '[{"a\\u0000":"x\\u0000y","b":1},{"a\\u0000":"z","b":2}]'],
  ['half-surrogate.json', 'sheet', () => '[{"a\\ud800":"x\\udc00y","b":1},{"a\\ud800":"z","b":2}]'],
  ['proto.json', 'either', () => '[{"__proto__":{"x":1},"constructor":"c","b":1},{"b":2,"constructor":"d"}]'],
  ['open-string.json', 'refused', () => `[{"a":"${'x'.repeat(2_000_000 * large)}`],
  ['many-names.json', 'refused', () => json(Array.from({ length: 2000 }, (_, i) => ({ [`n${i}`]: i })))],
  [
    'sound-large.json',
    'sheet',
    () =>
      json(
        Array.from({ length: 30_000 * large }, (_, i) => ({
          name: `n${i % 9}`,
          day: `2025-01-${String((i % 28) + 1).padStart(2, '0')}`,
          amount: i % 977,
        })),
      ),
  ],
  ['lines.jsonl', 'sheet', () => times(30_000 * large, (i) => `{"name":"n${i % 9}","amount":${i}}\n`)],
  ['columns.json', 'sheet', () => json({ name: ['a', 'b', 'c'], amount: [1, 2, 3] })],

  ['one-character.csv.gz', 'refused', () => gzipSync(Buffer.alloc(6_000_000 * large, 'x'))],
  ['quotes.csv.gz', 'either', () => gzipSync(Buffer.alloc(6_000_000 * large, '"'))],
  ['lines.csv.gz', 'either', () => gzipSync(Buffer.alloc(6_000_000 * large, '\n'))],
  ['objects.json.gz', 'either', () => gzipSync(`[${'{"a":1},'.repeat(200_000 * large)}{"a":2}]`)],
  ['nested.zip', 'refused', () => zip({ 'a.zip': zip({ 'a.csv': csv('a,1\n') }) })],
  [
    'many.zip',
    'refused',
    () => zip(Object.fromEntries(Array.from({ length: 12_000 }, (_, i) => [`f${i}.csv`, 'a,b\n1,2\n']))),
  ],
  ['wrong-sum.zip', 'refused', () => zip({ 'a.csv': csv('a,1\nb,2\n') }, { crc: true })],
  ['climbing.zip', 'either', () => zip({ '../../../a.csv': csv('a,1\nb,2\n') })],

  ['nul-behind.csv', 'sheet', () => `${csv(times(15_000, (i) => `n${i % 5},${i}\n`))}nul\0,5\n"q\0q",6\n`],
  ['nul-header.csv', 'either', () => 'Na\0me,Amount\na,1\nb,2\n'],
  [
    'utf32.csv',
    'refused',
    () => Buffer.concat([...csv('a,1\nb,2\n')].map((c) => Buffer.from([c.charCodeAt(0), 0, 0, 0]))),
  ],
  [
    'utf32-mark.csv',
    'refused',
    () =>
      Buffer.concat([
        Buffer.from([0xff, 0xfe, 0, 0]),
        ...[...csv('a,1\nb,2\n')].map((c) => Buffer.from([c.charCodeAt(0), 0, 0, 0])),
      ]),
  ],
  ['emoji-60.csv', 'sheet', () => csv(`${'x'.repeat(59)}😀tail,1\n${'y'.repeat(79)}😀,2\n`)],
  ['emoji-unread.csv', 'sheet', () => csv(`${times(50, (i) => `a,${i}\n`)}b,${'z'.repeat(79)}😀\n`)],
  ['digits-20000.csv', 'sheet', () => csv(`a,${'9'.repeat(20_000)}\nb,0.${'3'.repeat(20_000)}\nc,3\nd,4\n`)],
  [
    'mixed-encodings.tsv',
    'either',
    () =>
      Buffer.concat([
        Buffer.from('Name\tAmount\na\t1\n'),
        Buffer.from('b\t2\nc\t3\n'.repeat(20_000), 'utf16le'),
        Buffer.from('é\t4\n', 'latin1'),
      ]),
  ],
  ['one-line.csv', 'refused', () => 'x'.repeat(8_000_000 * large)],
  ['one-line-cells.csv', 'refused', () => 'ab,'.repeat(3_000_000 * large)],
  ['open-quote.csv', 'refused', () => `${csv('a,1\n')}"${'b,2\n'.repeat(2_000_000 * large)}`],
  ['wide.csv', 'refused', () => `${times(2000, (i) => `c${i},`)}\n${'1,'.repeat(2000)}\n`],
  ['short-lines.csv', 'either', () => csv('a,1\n'.repeat(200_000 * large))],
  ['formulas.csv', 'sheet', () => csv('=1+1,1\n@SUM(A1),2\n')],
  ['names.csv', 'sheet', () => '__proto__,constructor,toString,amount\na,b,c,1\nd,e,f,2\n'],
  ['empty.csv', 'refused', () => ''],
  ['only-header.csv', 'refused', () => 'Name,Amount\n'],
  ['blank.csv', 'refused', () => ' \n \n'],
];
