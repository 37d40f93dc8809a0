import type { ListedSheet, NamedSheet, Rows, Sheet } from '@/core/api';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { byKey } from '@/core/spec';
import { database } from '../db/client';
import { deletedSheets, sheets, type SheetRow } from '../db/schema';
import { notFound, Problem } from '../problem';
import { liveTable, type Live } from '../sources/relation';
import { readingLive } from '../sources/sources';
import { plainValue } from './plain-value';
import { placeInLine } from './readers';
import { tableOf } from './tables';

export type { SheetRow };
export type ReadySheet = SheetRow & { tableName: string };

type ToldOf = Pick<
  SheetRow,
  | 'id'
  | 'name'
  | 'fileName'
  | 'status'
  | 'progressPercent'
  | 'error'
  | 'rowCount'
  | 'live'
  | 'countedAt'
  | 'createdAt'
  | 'tableName'
  | 'labels'
>;

/** What is told of a sheet wherever it is told of. */
function told(row: ToldOf) {
  const waiting = row.status === 'reading' ? placeInLine(row.id) : undefined;
  return {
    id: row.id,
    name: row.name,
    fileName: row.fileName,
    status: row.status,
    progress: row.progressPercent / 100,
    ...(waiting === undefined ? {} : { waiting }),
    ...(row.error ? { error: row.error } : {}),
    rowCount: row.rowCount,
    ...(row.live ? { countedAt: (row.countedAt ?? row.createdAt).toISOString() } : {}),
    createdAt: row.createdAt.toISOString(),
    ...(row.labels.length > 0 ? { labels: row.labels } : {}),
    version: row.tableName?.slice(row.tableName.lastIndexOf('_') + 1) ?? '',
  };
}

export function sheetAnswer(row: SheetRow): Sheet {
  return {
    ...told(row),
    columns: row.columns,
    reading: row.reading,
    ...(row.row ? { row: row.row } : {}),
    ...(row.rowSaid ? { rowSaid: row.rowSaid } : {}),
    ...(Object.keys(row.groupColors).length > 0 ? { colors: row.groupColors } : {}),
    choices: row.choices,
    corrections: row.corrections,
    canTakeBack: row.choicesBefore !== null,
    former: row.former,
  };
}

const COLUMN_NAMES = sql<NamedSheet['columns']>`(SELECT coalesce(jsonb_agg(jsonb_strip_nulls(jsonb_build_object(
  'key', c -> 'key', 'name', c -> 'name', 'type', c -> 'type', 'role', c -> 'role', 'unit', c -> 'unit')) ORDER BY i), '[]')
  FROM jsonb_array_elements(${sheets.columns}) WITH ORDINALITY AS of_sheet (c, i))`;

/** What the list tells of a sheet. */
const TOLD = {
  id: sheets.id,
  name: sheets.name,
  fileName: sheets.fileName,
  status: sheets.status,
  progressPercent: sheets.progressPercent,
  error: sheets.error,
  rowCount: sheets.rowCount,
  live: sheets.live,
  countedAt: sheets.countedAt,
  createdAt: sheets.createdAt,
  tableName: sheets.tableName,
  labels: sheets.labels,
};

/** The sheets, the newest first. @param named with the names of their columns */
export async function listSheets(named = false): Promise<(ListedSheet | NamedSheet)[]> {
  const rows = await database()
    .select({
      ...TOLD,
      columnCount: sql<number>`jsonb_array_length(${sheets.columns})`,
      unread: sql<number>`(SELECT coalesce(sum((c -> 'unread' ->> 'count')::bigint), 0)::float8 FROM jsonb_array_elements(${sheets.columns}) c)`,
      columns: named ? COLUMN_NAMES : sql<undefined>`NULL`,
    })
    .from(sheets)
    .where(and(isNull(sheets.stagedFor), isNull(sheets.deletedAt)))
    .orderBy(desc(sheets.createdAt), asc(sheets.name));
  return rows.map(({ columnCount, unread, columns, ...row }) => ({
    ...told(row),
    columnCount,
    unread,
    ...(columns ? { columns } : {}),
  }));
}

/** @throws Problem 404 */
export async function sheetRow(id: string): Promise<SheetRow> {
  const [row] = await database()
    .select()
    .from(sheets)
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt)));
  if (!row) throw await goneSheet(id);
  return row;
}

/** A sheet that is not there: of one that was deleted its name and its columns are told. */
async function goneSheet(id: string): Promise<Problem> {
  const [gone] = await database().select().from(deletedSheets).where(eq(deletedSheets.id, id));
  if (!gone) return notFound('sheet');
  const { name, columns } = gone;
  return new Problem(404, 'Not found', `The sheet “${name}” was deleted.`, undefined, { deleted: { name, columns } });
}

/** @throws Problem 404, and 409 while the sheet is not ready. */
export async function readySheet(id: string): Promise<ReadySheet> {
  const row = await sheetRow(id);
  if (row.status === 'failed')
    throw new Problem(
      409,
      'The sheet could not be read',
      row.error ?? 'The sheet could not be read. Drop the file again.',
    );
  if (row.live) return { ...row, tableName: '' };
  if (row.tableName === null)
    throw new Problem(
      409,
      'The sheet is still being read',
      'The sheet is still being read. Try again when it is ready.',
    );
  return { ...row, tableName: row.tableName };
}

/** Rows `offset` to `offset + limit` in the order of the sheet; numbers past 2^53 come as texts, digit for digit. */
export async function rowsOf(id: string, offset: number, limit: number): Promise<Rows> {
  const sheet = await readySheet(id);
  if (sheet.live) return liveRows(sheet, sheet.live, offset, limit);
  const cells = sheet.columns.map((column) => sql.identifier(column.key));
  const { rows } = await database().execute<Record<string, unknown>>(
    sql`SELECT ${sql.join([sql`n`, ...cells.map((cell) => sql`${cell}`), sql`x`], sql`, `)} FROM ${tableOf(sheet.tableName)} WHERE n >= ${offset} AND n < ${offset + limit} ORDER BY n`,
  );
  const unread = rows.flatMap((row) =>
    Object.entries((row.x ?? {}) as Record<string, string>).map(([column, text]) => ({
      row: Number(row.n),
      column,
      text,
    })),
  );
  return {
    rows: rows.map((row) => sheet.columns.map((column) => plainValue(row[column.key], column))),
    total: sheet.rowCount,
    unread,
  };
}

async function liveRows(sheet: ReadySheet, live: Live, offset: number, limit: number): Promise<Rows> {
  const columns = byKey(sheet.columns);
  const { rows } = await readingLive(live, (client) =>
    drizzle(client).execute<Record<string, unknown>>(
      sql`SELECT * FROM ${liveTable(live, columns)} OFFSET ${offset} LIMIT ${limit}`,
    ),
  );
  return {
    rows: rows.map((row) => sheet.columns.map((column) => plainValue(row[column.key], column))),
    total: sheet.rowCount,
    unread: [],
  };
}

/** More groups than these have no colour of their own. */
const MOST_COLORS = 500;

/** Keeps colours of groups for every chart of a sheet; null forgets one. @throws Problem */
export async function keepColors(id: string, colors: Readonly<Record<string, string | null>>): Promise<void> {
  const { groupColors } = await sheetRow(id);
  const next = Object.entries({ ...groupColors, ...colors }).filter(([, color]) => color !== null);
  await database()
    .update(sheets)
    .set({ groupColors: Object.fromEntries(next.slice(-MOST_COLORS)) as Record<string, string> })
    .where(eq(sheets.id, id));
}

/** Gives a sheet another name. @throws Problem 404 */
export async function renameSheet(id: string, name: string): Promise<SheetRow> {
  await sheetRow(id);
  const [row] = await database().update(sheets).set({ name }).where(eq(sheets.id, id)).returning();
  return row;
}
