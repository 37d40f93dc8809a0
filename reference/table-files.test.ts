/** XLSX and ODS as other libraries read them: exceljs and SheetJS (files of our own alone). Typed cells with formats. */
import ExcelJS from 'exceljs';
import XLSX from 'xlsx';
import type { ChartTable } from '@/server/exports/chart-table';
import { chartOds } from '@/server/exports/ods';
import { chartXlsx } from '@/server/exports/xlsx';

const TABLE: ChartTable = {
  title: "Takings: 'by' [month]?",
  columns: [
    { name: 'Sold on', type: 'date', step: 'month' },
    { name: 'Takings', type: 'decimal', unit: 'GBP' },
    { name: 'Yen', type: 'decimal', unit: 'JPY' },
    { name: 'Share', type: 'decimal', unit: '%' },
    { name: 'Visits', type: 'integer' },
    { name: 'Water', type: 'decimal', unit: 'l' },
    { name: 'Note', type: 'text' },
  ],
  rows: [
    ['2025-01-01', 1234.5, 1000, 0.125, 1200, 3.25, '=1+1'],
    ['2025-02-01', null, 0, 1, 0, -0.5, 'a < b & "c"'],
  ],
};

test('XLSX by another reader: dates, money, percent, numbers and texts are what they are', async () => {
  const book = XLSX.read(await chartXlsx(TABLE), { cellNF: true, cellDates: false });
  const sheet = book.Sheets[book.SheetNames[0]];
  const cell = (at: string) => sheet[at] as XLSX.CellObject;
  expect([cell('A2').t, cell('A2').v, cell('A2').z]).toEqual(['n', 45658, 'mmm yyyy']);
  expect([cell('B2').t, cell('B2').v, cell('B2').z]).toEqual(['n', 1234.5, '"£"#,##0.00']);
  expect(cell('C2').z).toBe('"¥"#,##0');
  expect([cell('D2').v, cell('D2').z]).toEqual([0.125, '0.0%']);
  expect([cell('E2').v, cell('E2').z]).toEqual([1200, '#,##0']);
  expect(cell('F1').v).toBe('Water (l)');
  expect([cell('G2').t, cell('G2').v, cell('G2').f]).toEqual(['s', '=1+1', undefined]);
  expect(sheet.B3).toBeUndefined();
  const again = new ExcelJS.Workbook();
  await again.xlsx.load((await chartXlsx(TABLE)) as unknown as ArrayBuffer);
  expect(again.worksheets[0].getCell('A3').value).toEqual(new Date(Date.UTC(2025, 1, 1)));
  expect(again.worksheets[0].name.length).toBeLessThanOrEqual(31);
});

test('ODS by another reader: the same cells', async () => {
  const book = XLSX.read(await chartOds(TABLE), { cellNF: true, cellDates: true });
  const sheet = book.Sheets[book.SheetNames[0]];
  const cell = (at: string) => sheet[at] as XLSX.CellObject;
  expect(XLSX.utils.sheet_to_json(sheet, { header: 1 })[0]).toEqual([
    'Sold on',
    'Takings',
    'Yen',
    'Share',
    'Visits',
    'Water (l)',
    'Note',
  ]);
  expect(cell('A2').t).toBe('d');
  expect([cell('B2').t, cell('B2').v]).toEqual(['n', 1234.5]);
  expect([cell('D2').t, cell('D2').v]).toEqual(['n', 0.125]);
  expect([cell('F3').t, cell('F3').v]).toEqual(['n', -0.5]);
  expect([cell('G2').t, cell('G2').v]).toEqual(['s', '=1+1']);
  expect(cell('G3').v).toBe('a < b & "c"');
});
