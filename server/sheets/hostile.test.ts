/** One file of each kind that no honest program writes; `npm run hold files` tries many more, against the built application. */
import { crc32 } from 'node:zlib';
import { badFiles } from '../../scripts/hold/bad-files.mjs';
import { xlsx } from '../../scripts/hold/zip.mjs';
import { cleanUp, takeIn } from '@/testing/sheets';
import { rowsOf } from './sheets';

afterAll(cleanUp);

const QUICK = badFiles(1).filter(
  ([name]) =>
    !/large|short-lines|bomb|brackets|open-|one-|\.gz$|without-places|empty-rows|merged-over|lines/.test(name),
);

test.each(QUICK)('%s: %s', async (name, wanted, make) => {
  const told = await takeIn(name, make()).then(
    () => 'sheet',
    (error: { name?: string; message: string }) => {
      expect(error.name).toMatch(/ReadingRefusal|Problem/);
      expect(error.message.length).toBeGreaterThan(30);
      return 'refused';
    },
  );
  if (wanted !== 'either') expect(told).toBe(wanted);
});

const cell = (place: string, value: string) => `<c r="${place}" t="inlineStr"><is><t>${value}</t></is></c>`;
const book = (rows: string, more = '') =>
  new Uint8Array(
    xlsx(`<sheetData><row r="1">${cell('A1', 'Name')}${cell('B1', 'Sold')}</row>${rows}</sheetData>${more}`),
  );

test('a row at the end of a worksheet costs no rows between, and keeps its number', async () => {
  const { id, rowCount } = await takeIn(
    'last-row.xlsx',
    book(
      `<row r="2">${cell('A2', 'a')}<c r="B2"><v>1</v></c></row><row r="1048576">${cell('A1048576', 'z')}<c r="B1048576"><v>2</v></c></row>`,
    ),
  );
  expect(rowCount).toBe(2);
  expect((await rowsOf(id, 0, 9)).rows).toEqual([
    ['a', 1],
    ['z', 2],
  ]);
});

test('what cannot be stored is stored as U+FFFD, in names and in cells', async () => {
  const { id, columns } = await takeIn('nul.json', '[{"a\\u0000":"x\\ud800","b":1},{"a\\u0000":"y","b":2}]');
  expect(columns.map(({ name }) => name)).toEqual(['a\uFFFD', 'b']);
  expect((await rowsOf(id, 0, 9)).rows).toEqual([
    ['x\uFFFD', 1],
    ['y', 2],
  ]);
});

test('JSON that lies under a name, nested and in columns is a table as before', async () => {
  const under = await takeIn(
    'under.json',
    '{"made": "today", "data": [{"a": {"b": 1.50}, "c": "Mint"}, {"c": "Thyme"}]}',
  );
  expect(under.columns.map(({ name }) => name)).toEqual(['a.b', 'c']);
  expect((await rowsOf(under.id, 0, 9)).rows).toEqual([
    [1.5, 'Mint'],
    [null, 'Thyme'],
  ]);
  await expect(takeIn('two.json', '{"a": [{"x":1}], "b": [{"y":2}]}')).rejects.toThrow(
    /two lists of objects, "a" and "b"/,
  );
  await expect(takeIn('rows.json', '[[1,2],3]')).rejects.toThrow(/in line 1 is none/);
});

test('it is told where a worksheet is too wide, too long or repeats without end', async () => {
  await expect(takeIn('wide.xlsx', book(`<row r="2">${cell('XFD2', 'a')}</row>`))).rejects.toThrow(
    'Row 2 has 16,384 cells; at most 1,000 columns can be read. Leave columns out, then drop the file again.',
  );
  await expect(takeIn('long.xlsx', book(`<row r="4000000000">${cell('A1', 'a')}</row>`))).rejects.toThrow(
    'A row of this workbook is numbered 4,000,000,000; a worksheet has at most 1,048,576 rows.',
  );
});

test('the check sum of the archives made here is that of zlib', () => expect(crc32('123456789')).toBe(0xcbf43926));
