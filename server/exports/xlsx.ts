import ExcelJS from 'exceljs';
import type { ChartTable, TableCell, TableColumn } from './chart-table';
import { shownAs, type Shown } from './formats';

const DATES = { day: 'd mmm yyyy', month: 'mmm yyyy', year: 'yyyy', time: 'd mmm yyyy hh:mm' } as const;

/** Number formats as ECMA-376 part 1, 18.8.30 and 18.8.31, has them. */
function numberFormat(shown: Shown, { type }: TableColumn): string | undefined {
  switch (shown.is) {
    case 'text':
      return '@';
    case 'date':
      return DATES[shown.show];
    case 'percent':
      return '0.0%';
    case 'money':
      return `"${shown.sign}"#,##0${shown.decimals > 0 ? `.${'0'.repeat(shown.decimals)}` : ''}`;
    case 'number':
      return type === 'integer' ? '#,##0' : undefined;
  }
}

/** The longest name of a worksheet, and what may not stand in it (ECMA-376, 18.2.19, as programs hold it). */
const NAME_LENGTH = 31;
const NOT_IN_NAMES = /[\\/?*[\]:]/g;

/** The charted values as a workbook (ECMA-376): typed cells with formats, texts as they are, heads that stay in sight. */
export async function chartXlsx({ title, columns, rows }: ChartTable): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Up Chart';
  const name = title
    .replace(NOT_IN_NAMES, ' ')
    .replace(/^'+|'+$/g, '')
    .trim()
    .slice(0, NAME_LENGTH);
  const sheet = book.addWorksheet(name || 'Chart', { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.addRow(columns.map(({ name: head, unit }) => headOf(head, unit)));
  sheet.getRow(1).font = { bold: true };
  for (const row of rows) sheet.addRow(row.map((cell, i) => cellOf(cell, columns[i])));
  columns.forEach((column, i) => {
    const own = sheet.getColumn(i + 1);
    const format = numberFormat(shownAs(column), column);
    own.width = Math.min(Math.max(column.name.length + 4, 12), 40);
    own.eachCell((cell, n) => {
      if (n > 1 && format) cell.numFmt = format;
    });
  });
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** Units that no format shows stand with the name. */
export const headOf = (name: string, unit: string | undefined): string =>
  unit && unit !== '%' && !/^[A-Z]{3}$/.test(unit) ? `${name} (${unit})` : name;

function cellOf(cell: TableCell, { type }: TableColumn): string | number | Date | null {
  if ((type === 'date' || type === 'datetime') && typeof cell === 'string')
    return new Date(`${cell.length > 10 ? cell : `${cell}T00:00:00`}Z`);
  return cell;
}
