import contentDisposition from 'content-disposition';
import Papa from 'papaparse';
import { fileNameOf } from '@/core/spec';
import type { ChartTable, TableCell } from './chart-table';

/** A cell that a spreadsheet would take for a formula, in signs of full width too. */
const FORMULA = /^\s*[=+\-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20]/;
/** Numbers are none, also negative ones and those that are texts for having too many digits for a double. */
const NUMBER = /^-?\d+(?:\.\d+)?$/;

/** Makes a text safe to open in a spreadsheet: what would be taken for a formula gets an apostrophe before it (OWASP, "CSV Injection"). */
export function safeText(text: string): string {
  return FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text;
}

/** The charted values as RFC 4180. Dates ISO 8601, numbers plain, gaps empty. */
export function chartCsv({ columns, rows }: ChartTable): string {
  const text = (cell: TableCell) => (typeof cell === 'string' ? safeText(cell) : (cell ?? ''));
  const lines = [columns.map(({ name }) => safeText(name)), ...rows.map((row) => row.map(text))];
  return `${Papa.unparse(lines, { newline: '\r\n' })}\r\n`;
}

/** An attachment's name from a title: plain ASCII first, letters of every script after it (RFC 6266). */
export function attachment(title: string, extension: string): string {
  const name = fileNameOf(title);
  const ascii = fileNameOf(name.normalize('NFKD').replace(/[^\w -]/g, ''));
  return contentDisposition(`${name}.${extension}`, { fallback: `${ascii}.${extension}` });
}
