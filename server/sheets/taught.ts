import { eq, inArray } from 'drizzle-orm';
import { isNumeric, withRole, type ColumnProfile, type ColumnType, type Correction } from '@/core/inference';
import { headerKey } from '@/core/reading';
import { database } from '../db/client';
import { sheets, taught, type SheetRow } from '../db/schema';
import { senseAnew } from './sense-anew';
import type { ReadySheet } from './sheets';

/** What of a correction holds for other columns of the same header: how cells are written is each file's own. */
function taughtBy({ role, summary }: Correction = {}): Correction {
  return { ...(role ? { role } : {}), ...(summary ? { summary } : {}) };
}

/** Remembers what a user said of a column for the next with the same header; what is taken back is forgotten. */
export async function teach(
  header: string,
  type: ColumnType,
  said: Correction | undefined,
  sheet: string,
): Promise<void> {
  const correction = taughtBy(said);
  const row = { header: headerKey(header), correction, type, sheet, updatedAt: new Date() };
  if (Object.keys(correction).length === 0) await database().delete(taught).where(eq(taught.header, row.header));
  else await database().insert(taught).values(row).onConflictDoUpdate({ target: taught.header, set: row });
}

/** What was said of columns with the headers of a sheet, by its keys; and the note that says so. */
export interface Taught {
  readonly corrections: Record<string, Correction>;
  readonly name: string;
  readonly note: string;
  readonly headers?: readonly string[];
}

export async function taughtFor({ headers, columns }: SheetRow): Promise<Taught | undefined> {
  if (headers.length === 0) return undefined;
  const found = await database()
    .select()
    .from(taught)
    .where(inArray(taught.header, headers.map(headerKey)));
  const known = new Map(found.map((one) => [one.header, one]));
  const hits = headers.flatMap((header, i) => {
    const hit = known.get(headerKey(header));
    return hit && fits(hit, columns[i]) ? [{ header, hit, key: columns[i].key }] : [];
  });
  if (hits.length === 0) return undefined;
  const names = hits.slice(0, 3).map(({ header }) => `“${header}”`);
  const more = hits.length > 3 ? ` and ${hits.length - 3} more` : '';
  return {
    corrections: Object.fromEntries(hits.map(({ key, hit }) => [key, hit.correction])),
    name: hits[0].hit.sheet,
    headers: hits.map(({ header }) => header),
    note: `What you said of ${names.join(', ')}${more} in “${hits[0].hit.sheet}” was applied here too.`,
  };
}

/** What was said holds for columns of the same kind of cells. */
const fits = ({ type }: { type: ColumnType }, column: ColumnProfile): boolean =>
  column.type === type || (isNumeric(column) && (type === 'integer' || type === 'decimal'));

/** Says of the columns of a sheet that was just read what was said of others like them; its rows need not be read again. */
export async function applyTaught(sheet: ReadySheet, { corrections, ...remembered }: Taught): Promise<void> {
  const columns = sheet.columns.map((column) => {
    const role = corrections[column.key]?.role;
    return role && role !== column.role ? withRole(column, role) : column;
  });
  await senseAnew({ ...sheet, corrections, columns });
  const { reading } = sheet;
  if (reading)
    await database()
      .update(sheets)
      .set({ reading: { ...reading, remembered, notes: [remembered.note, ...reading.notes] } })
      .where(eq(sheets.id, sheet.id));
}

/** Forgets what was said of columns with these headers. */
export async function forgetTaught(headers: readonly string[]): Promise<void> {
  if (headers.length > 0)
    await database()
      .delete(taught)
      .where(inArray(taught.header, headers.map(headerKey)));
}
