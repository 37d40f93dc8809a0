import type { FigureKind } from '@/core/api';
import type { ChartSpec } from '@/core/spec';
import { openBook } from '../charts/book';
import { checkSpec, modelOf } from '../charts/model';
import { chartTable, tableWords, type ChartTable } from './chart-table';
import { attachment, chartCsv } from './csv';
import { chartOds } from './ods';
import { chartXlsx } from './xlsx';

export const TABLE_TYPES: Readonly<Record<FigureKind, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  ods: 'application/vnd.oasis.opendocument.spreadsheet',
  json: 'application/json',
};

/** The charted values of a spec. @throws InvalidInput and Problem where it cannot be drawn */
export async function tableOfSpec(spec: ChartSpec, signal?: AbortSignal): Promise<ChartTable> {
  const book = await openBook(spec);
  checkSpec(spec, book);
  return chartTable(await modelOf(spec, book, undefined, signal), tableWords(spec, book.sources));
}

/** Charted values as a file of a kind. */
export async function tableFile(table: ChartTable, kind: FigureKind): Promise<Buffer> {
  switch (kind) {
    case 'csv':
      return Buffer.from(chartCsv(table), 'utf8');
    case 'xlsx':
      return chartXlsx(table);
    case 'ods':
      return chartOds(table);
    case 'json':
      return Buffer.from(JSON.stringify(tableJson(table)), 'utf8');
  }
}

const tableJson = ({ columns, rows }: ChartTable) => ({
  columns: columns.map(({ name, type, unit }) => ({ name, type, ...(unit ? { unit } : {}) })),
  rows,
});

/** The charted values of a spec as a download. */
export async function tableResponse(spec: ChartSpec, kind: FigureKind, signal: AbortSignal): Promise<Response> {
  const table = await tableOfSpec(spec, signal);
  return new Response(new Uint8Array(await tableFile(table, kind)), {
    headers: { 'content-type': TABLE_TYPES[kind], 'content-disposition': attachment(table.title, kind) },
  });
}
