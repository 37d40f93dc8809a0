/** Workbooks here are written by other libraries (SheetJS, write-excel-file), not by the reader under test. */
import { deflateRawSync, gzipSync } from 'node:zlib';
import * as XLSX from 'xlsx';
import { cleanUp, takeIn } from '@/testing/sheets';
import { rereadSheet } from './changes';
import { rowsOf } from './sheets';

afterAll(cleanUp);

function book(sheets: Readonly<Record<string, XLSX.WorkSheet>>, type: 'xlsx' | 'ods' = 'xlsx'): Uint8Array {
  const workbook = XLSX.utils.book_new();
  for (const [name, sheet] of Object.entries(sheets)) XLSX.utils.book_append_sheet(workbook, sheet, name);
  return new Uint8Array(XLSX.write(workbook, { type: 'array', bookType: type, cellStyles: true }) as ArrayBuffer);
}

const rowsAt = async (id: string) => (await rowsOf(id, 0, 100)).rows;

describe.each(['xlsx', 'ods'] as const)('a workbook as %s', (type) => {
  test('the fullest worksheet is taken, and another can be chosen', async () => {
    const small = XLSX.utils.aoa_to_sheet([['About'], ['made for a test']]);
    const full = XLSX.utils.aoa_to_sheet([
      ['Spot', 'Sold'],
      ['Yard', 3],
      ['Shop', 4],
      ['Web', 5],
    ]);
    const other = XLSX.utils.aoa_to_sheet([
      ['Item', 'Price'],
      ['Thyme', 2.5],
      ['Mint', 3.5],
    ]);
    const { id, reading } = await takeIn(`many.${type}`, book({ Info: small, Sales: full, Prices: other }, type));
    expect(reading).toMatchObject({
      format: 'workbook',
      worksheet: 'Sales',
      worksheets: [{ name: 'Info' }, { name: 'Sales', rows: 4 }, { name: 'Prices' }],
    });
    const again = await rereadSheet(id, { worksheet: 'Prices' });
    expect(again.columns.map(({ name }) => name)).toEqual(['Item', 'Price']);
    expect(await rowsAt(id)).toEqual([
      ['Thyme', 2.5],
      ['Mint', 3.5],
    ]);
  });

  test('merged cells count once, and it is said', async () => {
    const sheet = XLSX.utils.aoa_to_sheet([
      ['Spot', 'Sold'],
      ['Yard', 3],
      ['Shop', 4],
    ]);
    sheet['!merges'] = [XLSX.utils.decode_range('A2:A3')];
    const { id, reading } = await takeIn(`merged.${type}`, book({ Sales: sheet }, type));
    expect((await rowsAt(id)).map(([spot]) => spot)).toEqual(['Yard', null]);
    expect(reading?.notes.join(' ')).toContain('1 merged cell counts once');
  });
});

test('in a workbook as xlsx dates, percentages and currencies go by the format of their cells', async () => {
  const sheet = XLSX.utils.aoa_to_sheet(
    [
      ['Day', 'Share', 'Takings', 'Note'],
      [new Date(Date.UTC(2025, 2, 4)), 0.125, 1234.5, 'a'],
      [new Date(Date.UTC(2025, 2, 5)), 0.5, -3, 'b'],
    ],
    { UTC: true } as XLSX.AOA2SheetOpts,
  );
  for (const row of [2, 3]) {
    sheet[`B${row}`].z = '0.0%';
    sheet[`C${row}`].z = '[$£-809]#,##0.00';
  }
  const { id, columns } = await takeIn('typed.xlsx', book({ Sales: sheet }));
  expect(columns.map(({ type: kind, unit }) => [kind, unit])).toEqual([
    ['date', undefined],
    ['decimal', '%'],
    ['decimal', 'GBP'],
    ['text', undefined],
  ]);
  expect(await rowsAt(id)).toEqual([
    ['2025-03-04', 0.125, 1234.5, 'a'],
    ['2025-03-05', 0.5, -3, 'b'],
  ]);
});

test('in a workbook as ods they go by the type of the value (ISO/IEC 26300-1, 19.385)', async () => {
  const cell = (attributes: string, shown: string) =>
    `<table:table-cell ${attributes}><text:p>${shown}</text:p></table:table-cell>`;
  const text = (shown: string) => cell('office:value-type="string"', shown);
  const row = (...cells: string[]) => `<table:table-row>${cells.join('')}</table:table-row>`;
  const day = (date: string) => cell(`office:value-type="date" office:date-value="${date}"`, 'some day');
  const share = (value: number) => cell(`office:value-type="percentage" office:value="${value}"`, 'a share');
  const money = (value: number) =>
    cell(`office:value-type="currency" office:currency="GBP" office:value="${value}"`, 'money');
  const rows =
    row(text('Day'), text('Share'), text('Takings')) +
    row(day('2025-03-04'), share(0.125), money(1234.5)) +
    row(day('2025-03-05'), share(0.5), money(-3));
  const filling =
    '<table:table-row table:number-rows-repeated="1048570"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>';
  const content = `<office:document-content><office:body><office:spreadsheet><table:table table:name="Sales">${rows}${filling}</table:table></office:spreadsheet></office:body></office:document-content>`;
  const { id, columns } = await takeIn(
    'typed.ods',
    zip({ mimetype: 'application/vnd.oasis.opendocument.spreadsheet', 'content.xml': content }),
  );
  expect(columns.map(({ type, unit }) => [type, unit])).toEqual([
    ['date', undefined],
    ['decimal', '%'],
    ['decimal', 'GBP'],
  ]);
  expect(await rowsAt(id)).toEqual([
    ['2025-03-04', 0.125, 1234.5],
    ['2025-03-05', 0.5, -3],
  ]);
});

test('formulas give their stored results, error cells are missing and hidden rows are read and said', async () => {
  const sheet = XLSX.utils.aoa_to_sheet([
    ['Item', 'Sold'],
    ['Thyme', 3],
    ['Mint', 4],
    ['Fig', 5],
    ['Apple', 6],
    ['Rose', 0],
  ]);
  sheet.B3 = { t: 'n', v: 4, f: 'B2+1' };
  sheet.B6 = { t: 'e', v: 0x2a, w: '#N/A' };
  sheet['!rows'] = [{}, {}, { hidden: true }];
  const { id, columns, reading } = await takeIn('formulas.xlsx', book({ Sales: sheet }));
  expect((await rowsAt(id)).map(([, sold]) => sold)).toEqual([3, 4, 5, 6, null]);
  expect(columns[1].stats.missing).toBe(1);
  expect(columns[1].unread.count).toBe(0);
  expect(reading?.notes.join(' ')).toContain('1 row that the workbook hides is read like the others');
});

test('a messy worksheet becomes a right table: title, months across, a total', async () => {
  const sheet = XLSX.utils.aoa_to_sheet([
    ['Heating 2025 (in £)'],
    [],
    ['Bay', 'Jan', 'Feb', 'Mar'],
    ['North', 57.6, 59.36, 42.34],
    ['South', 98.65, 88.94, 64.36],
    ['All bays', 156.25, 148.3, 106.7],
  ]);
  const { id, columns } = await takeIn('heating.xlsx', book({ Bays: sheet }));
  expect(columns.map(({ name, role, unit }) => [name, role, unit])).toEqual([
    ['Bay', 'group', undefined],
    ['Month', 'when', undefined],
    ['Amount', 'amount', 'GBP'],
  ]);
  expect(await rowsAt(id)).toHaveLength(6);
  const kept = await rereadSheet(id, { findings: { across: false } });
  expect(kept.columns.map(({ name }) => name)).toEqual(['Bay', 'Jan', 'Feb', 'Mar']);
  // The column that stayed keeps its key; the new ones take others.
  expect(kept.columns.map(({ key }) => key)).toEqual(['c1', 'c4', 'c5', 'c6']);
});

describe('packed files', () => {
  const CSV = 'Spot,Sold\nYard,3\nShop,4\n';

  test('gzip is unpacked', async () => {
    const { id } = await takeIn('sold.csv.gz', gzipSync(CSV));
    expect(await rowsAt(id)).toEqual([
      ['Yard', 3],
      ['Shop', 4],
    ]);
  });

  test('a zip archive with one file is unpacked, one with several is refused with their names', async () => {
    const { id } = await takeIn('sold.zip', zip({ 'sold.csv': CSV }));
    expect(await rowsAt(id)).toEqual([
      ['Yard', 3],
      ['Shop', 4],
    ]);
    await expect(takeIn('two.zip', zip({ 'a.csv': CSV, 'b.csv': CSV }))).rejects.toThrow(
      'holds 2 files (a.csv, b.csv)',
    );
  });

  test('a file that grows past all measure is not opened', async () => {
    const bomb = gzipSync(Buffer.alloc(300 * 1024 * 1024));
    expect(bomb.length).toBeLessThan(400 * 1024);
    await expect(takeIn('bomb.csv.gz', bomb)).rejects.toThrow('far more than its size lets expect');
  });

  test.each([
    ['gzip', Buffer.from([0x1f, 0x8b, 8, 0, 1, 2, 3])],
    ['zip', Buffer.from('PK\u0003\u0004nothing more')],
  ])('a damaged %s file is refused in words', async (_, bytes) => {
    await expect(takeIn('damaged', bytes)).rejects.toThrow(/damaged/);
  });
});

describe('JSON', () => {
  test.each([
    ['an array of objects', '[{"spot":"Yard","sold":3,"at":{"x":1}},{"spot":"Shop","sold":4,"more":true}]'],
    ['one object a line', '{"spot":"Yard","sold":3,"at":{"x":1}}\n{"spot":"Shop","sold":4,"more":true}\n'],
    [
      'a table under a name',
      '{"count":2,"data":[{"spot":"Yard","sold":3,"at":{"x":1}},{"spot":"Shop","sold":4,"more":true}]}',
    ],
  ])('%s', async (_, text) => {
    const { id, columns } = await takeIn('sold.json', text);
    expect(columns.map(({ name }) => name)).toEqual(['spot', 'sold', 'at.x', 'more']);
    expect(await rowsAt(id)).toEqual([
      ['Yard', 3, 1, null],
      ['Shop', 4, null, true],
    ]);
  });

  test('an object of arrays', async () => {
    const { id } = await takeIn('sold.json', '{"spot":["Yard","Shop"],"sold":[3,4]}');
    expect(await rowsAt(id)).toEqual([
      ['Yard', 3],
      ['Shop', 4],
    ]);
  });

  test('numbers keep their digits', async () => {
    const { id } = await takeIn('big.json', '[{"n":9007199254740993,"d":0.10},{"n":9007199254740995,"d":0.25}]');
    expect(await rowsAt(id)).toEqual([
      ['9007199254740993', 0.1],
      ['9007199254740995', 0.25],
    ]);
  });

  test('what is no table or no JSON is refused in words', async () => {
    await expect(takeIn('broken.json', '[{"a":1},\n{"a":2,}\n]')).rejects.toThrow(
      /begins like JSON and is none.*line 2/,
    );
    await expect(takeIn('odd.json', '{"a":[{"b":1}],"c":[{"d":2}]}')).rejects.toThrow('holds no table');
  });
});

/** A zip archive (APPNOTE 6.3.3) of texts, written by hand so that no writer is shared with the reader. */
function zip(files: Readonly<Record<string, string>>): Buffer {
  const parts: Buffer[] = [];
  const list: Buffer[] = [];
  let at = 0;
  for (const [name, text] of Object.entries(files)) {
    const body = deflateRawSync(text);
    const local = Buffer.alloc(30);
    local.write('PK\u0003\u0004', 0, 'latin1');
    local.writeUInt16LE(20, 4);
    local.writeUInt16LE(8, 8);
    local.writeUInt32LE(crc32(Buffer.from(text)), 14);
    local.writeUInt32LE(body.length, 18);
    local.writeUInt32LE(Buffer.byteLength(text), 22);
    local.writeUInt16LE(name.length, 26);
    const central = Buffer.alloc(46);
    central.write('PK\u0001\u0002', 0, 'latin1');
    local.copy(central, 6, 4, 30);
    central.writeUInt32LE(at, 42);
    parts.push(local, Buffer.from(name), body);
    list.push(central, Buffer.from(name));
    at += 30 + name.length + body.length;
  }
  const directory = Buffer.concat(list);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 0, 'latin1');
  const count = Object.keys(files).length;
  end.writeUInt16LE(count, 8);
  end.writeUInt16LE(count, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...parts, directory, end]);
}

function crc32(bytes: Buffer): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return ~crc >>> 0;
}
