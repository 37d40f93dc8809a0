/** The rules of RFC 4180, section 2, with its own examples, in reading and in writing. */
import { parse } from 'csv-parse/sync';
import { readDelimited } from '@/core/reading';
import { chartTable } from '@/server/exports/chart-table';
import { chartCsv, safeText } from '@/server/exports/csv';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';

afterAll(cleanUp);

async function read(text: string): Promise<string[][]> {
  const records: string[][] = [];
  const chunks = (async function* () {
    yield text;
  })();
  for await (const batch of readDelimited(chunks, ',')) records.push(...batch.records);
  return records;
}

const TWO = [
  ['aaa', 'bbb', 'ccc'],
  ['zzz', 'yyy', 'xxx'],
];

test.each([
  ['1. each record on a line of its own, parted by CRLF', 'aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n', TWO],
  ['2. the last record may have no line break', 'aaa,bbb,ccc\r\nzzz,yyy,xxx', TWO],
  [
    '4. spaces are part of a field',
    'a a, b\r\nc,d',
    [
      ['a a', ' b'],
      ['c', 'd'],
    ],
  ],
  ['5. fields may stand in double quotes', '"aaa","bbb","ccc"\r\nzzz,yyy,xxx', TWO],
  [
    '6. line breaks, quotes and commas stand in quotes',
    '"aaa","b\r\nbb","ccc"\r\nzzz,yyy,xxx',
    [['aaa', 'b\r\nbb', 'ccc'], TWO[1]],
  ],
  ['7. a quote inside quotes is doubled', '"aaa","b""bb","ccc"', [['aaa', 'b"bb', 'ccc']]],
] as const)('%s', async (_, text, records) => expect(await read(text)).toEqual(records));

test('an export keeps the same rules, as another reader sees it', async () => {
  const sheet = await takeIn(
    'odd.csv',
    'Item,Sold\r\n"a ""quoted"", b",1\r\n"line\nbreak",2\r\n"a ""quoted"", b",3\r\n',
  );
  const model = await drawn(sheet, {
    across: { as: 'group', column: 'c1', order: { by: 'name' } },
    layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'column', side: 'left' }],
  });
  const text = chartCsv(chartTable(model, { across: 'Item' }));
  expect(text.endsWith('\r\n')).toBe(true);
  expect(parse(text)).toEqual([
    ['Item', 'Sold'],
    ['a "quoted", b', '4'],
    ['line\nbreak', '2'],
  ]);
});

test('what a spreadsheet would take for a formula gets an apostrophe (OWASP, CSV Injection)', () => {
  expect(['=1+2', '+44', '-none', '@here', '\tx', 'plain', '5'].map(safeText)).toEqual([
    "'=1+2",
    "'+44",
    "'-none",
    "'@here",
    "'\tx",
    'plain',
    '5',
  ]);
});
