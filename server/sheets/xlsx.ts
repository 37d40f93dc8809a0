import ExcelJS from 'exceljs';
import { dateText, numberText, percentText } from './cell-texts';
import type { Grid } from './grid';

/** A currency in a number format (ISO/IEC 29500-1, 18.8.30): `[$£-809]`, `[$EUR]`, or a sign or code of its own. */
const CURRENCY = /\[\$([^\]-]+)(?:-[^\]]*)?\]|([£$€¥₹])|"(£|\$|€|[A-Z]{3})"/;

/** The worksheets of an XLSX workbook (ISO/IEC 29500). Formulas give their stored results, error cells their error's text. */
export async function readXlsx(path: string): Promise<Grid[]> {
  const workbook = new ExcelJS.Workbook();
  await workbook.xlsx.readFile(path);
  return workbook.worksheets.map((sheet) => {
    const rows: string[][] = [];
    let hiddenRows = 0;
    sheet.eachRow({ includeEmpty: false }, (row, number) => {
      const cells: string[] = [];
      row.eachCell({ includeEmpty: false }, (cell, column) => {
        // A merged cell holds its value once, where it begins.
        if (cell.isMerged && cell.master !== cell) return;
        cells[column - 1] = cellText(cell);
      });
      for (let c = 0; c < cells.length; c++) cells[c] ??= '';
      while (rows.length < number - 1) rows.push([]);
      rows[number - 1] = cells;
      if (row.hidden) hiddenRows++;
    });
    const columns = Array.from({ length: sheet.columnCount }, (_, c) => sheet.getColumn(c + 1));
    return {
      name: sheet.name,
      hidden: sheet.state !== 'visible',
      rows,
      hiddenRows,
      hiddenColumns: columns.filter(({ hidden }) => hidden).length,
      mergedCells: (sheet.model.merges as unknown as readonly string[] | undefined)?.length ?? 0,
    };
  });
}

function cellText(cell: ExcelJS.Cell): string {
  return valueText(cell.value, cell.numFmt ?? '');
}

function valueText(value: ExcelJS.CellValue, format: string): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'boolean') return value ? 'TRUE' : 'FALSE';
  if (typeof value === 'number') return formatted(value, format);
  if (value instanceof Date) return dated(value, format);
  if ('error' in value) return value.error;
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('hyperlink' in value)
    return typeof value.text === 'string' ? value.text : valueText(value.text as ExcelJS.CellValue, format);
  if ('result' in value) return valueText(value.result as ExcelJS.CellValue, format);
  return '';
}

function formatted(value: number, format: string): string {
  if (/%/.test(format)) return percentText(value);
  const found = CURRENCY.exec(format);
  const mark = found?.[1] ?? found?.[2] ?? found?.[3];
  const text = numberText(value);
  if (!mark) return text;
  return text.startsWith('-')
    ? `-${mark.trim()}${mark.length > 1 ? ' ' : ''}${text.slice(1)}`
    : `${mark.trim()}${mark.length > 1 ? ' ' : ''}${text}`;
}

/** Times alone count from day nought (30 December 1899); spans of more than a day as hours. */
function dated(date: Date, format: string): string {
  const timed = /[hs]/i.test(format.replace(/"[^"]*"|\[[^\]]*\]/g, ''));
  const fromNought = date.getTime() - Date.UTC(1899, 11, 30);
  if (/\[h+\]/i.test(format)) return spanText(fromNought);
  if (fromNought < 86_400_000 && fromNought >= 0) return date.toISOString().slice(11, 19);
  return dateText(date, timed);
}

function spanText(ms: number): string {
  const seconds = Math.round(ms / 1000);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
}
