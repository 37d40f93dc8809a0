import type { RowsBehind } from '@/core/api';
import { sql } from 'drizzle-orm';
import type { ColumnProfile } from '@/core/inference';
import { answered, behind, NoSuchPoint, type Behind } from '@/core/shaping';
import { InvalidInput } from '@/core/spec';
import { asker, targetOf } from '../query/run';
import { whereSql } from '../query/to-sql';
import { plainValue } from '../sheets/plain-value';
import type { ReadySheet } from '../sheets/sheets';
import { openBook, type Book } from './book';
import { checkSpec } from './model';
import type { RowsBehindRequest } from './requests';

type Rows = (string | number | boolean | null)[][];

/** The rows that make a point, in the order of the sheet, their number and what they come to. @throws InvalidInput, Problem */
export async function rowsBehind(request: RowsBehindRequest): Promise<RowsBehind> {
  const { found, sheet } = await find(request);
  const target = targetOf(sheet);
  const [{ total }] = await target.rows(
    sql`SELECT count(*)::float8 AS total FROM ${target.table}${whereSql(found.filters, target)}`,
  );
  return {
    sheet: sheet.id,
    columns: sheet.columns,
    rows: await rowsWithin(found, sheet, request.offset, request.limit),
    total: Number(total),
    amount: found.amount,
  };
}

const BATCH = 5_000;

/** All rows that make a point, batch by batch. @throws InvalidInput, Problem before the first batch. */
export async function allRowsBehind(
  request: RowsBehindRequest,
): Promise<{ columns: readonly ColumnProfile[]; batches: () => AsyncGenerator<Rows> }> {
  const { found, sheet } = await find(request);
  return {
    columns: sheet.columns,
    async *batches() {
      for (let offset = 0; ; offset += BATCH) {
        const rows = await rowsWithin(found, sheet, offset, BATCH);
        if (rows.length > 0) yield rows;
        if (rows.length < BATCH) return;
      }
    },
  };
}

async function find({ spec, point, today }: RowsBehindRequest): Promise<{ found: Behind; sheet: ReadySheet }> {
  const book: Book = await openBook(spec, today);
  checkSpec(spec, book);
  const found = await answered(behind(spec, book.sources, point), asker(book.sheets)).catch((error: unknown) => {
    throw error instanceof NoSuchPoint ? new InvalidInput([{ path: error.path, message: error.message }]) : error;
  });
  return { found, sheet: book.sheets.get(found.sheet) ?? book.sheet };
}

async function rowsWithin(found: Behind, sheet: ReadySheet, offset: number, limit: number): Promise<Rows> {
  const target = targetOf(sheet);
  const cells = sheet.columns.map(({ key }) => sql`${sql.identifier(key)}`);
  // Tables of other databases have no order of their own: all cells give one that holds from page to page.
  const order = target.placed ? sql`n` : sql.raw(cells.map((_, i) => String(i + 1)).join(', '));
  const rows = await target.rows(
    sql`SELECT ${sql.join(cells, sql`, `)} FROM ${target.table}${whereSql(found.filters, target)} ORDER BY ${order} OFFSET ${offset} LIMIT ${limit}`,
  );
  return rows.map((row) => sheet.columns.map((column) => plainValue(row[column.key], column)));
}
