import { eq, inArray } from 'drizzle-orm';
import {
  isNumeric,
  splitHeader,
  withRole,
  type ColumnProfile,
  type ColumnType,
  type Correction,
} from '@/core/inference';
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
  sheet: Pick<SheetRow, 'name' | 'headers' | 'reading'>,
): Promise<void> {
  if (isMade(header, sheet)) return;
  const correction = taughtBy(said);
  const headers = sheet.headers.map(headerKey);
  const row = { header: headerKey(header), correction, type, sheet: sheet.name, headers, updatedAt: new Date() };
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

export async function taughtFor(sheet: SheetRow): Promise<Taught | undefined> {
  const { headers, columns } = sheet;
  if (headers.length === 0) return undefined;
  const found = await database()
    .select()
    .from(taught)
    .where(inArray(taught.header, headers.map(headerKey)));
  const known = new Map(found.map((one) => [one.header, one]));
  const hits = headers.flatMap((header, i) => {
    const hit = known.get(headerKey(header));
    return hit && fits(hit, columns[i]) && !isMade(header, sheet) && sameShape(hit.headers, headers)
      ? [{ header, hit, key: columns[i].key }]
      : [];
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

/** Names that are given to what stands across the top once it is turned into a column (core/reading/shape/across.ts). */
const TURNED = new Set(['amount', 'date', 'day', 'week', 'month', 'quarter', 'year']);

/** Whether the tool itself made a header: what is said of it says nothing of other files. */
function isMade(header: string, { reading }: Pick<SheetRow, 'reading'>): boolean {
  const key = headerKey(header);
  if (/^column \d+$/.test(key)) return true;
  const turned = reading?.findings.some(({ id, taken }) => id === 'across' && taken) ?? false;
  return turned && (TURNED.has(key) || /^amount \(/.test(key));
}

/** Files are of one shape where they share at least so many of the headers that either has. */
const SHARED = 0.5;

function sameShape(before: readonly string[], now: readonly string[]): boolean {
  const [a, b] = [new Set(before), new Set(now.map(headerKey))];
  const both = [...a].filter((one) => b.has(one)).length;
  return both >= (a.size + b.size - both) * SHARED;
}

/**
 * What of a remembered correction a column leaves room for: a unit that its head or its cells carry, and an order of day and month
 * that its cells settle, say more than what was said of another file.
 */
export function leavingRoom(correction: Correction, header: string, { format, unit }: ColumnProfile): Correction {
  const { unit: saidUnit, format: saidFormat, ...rest } = correction;
  const carries = splitHeader(header).unit ?? format.currency ?? format.unitMark ?? (unit === '%' ? unit : undefined);
  return {
    ...rest,
    ...(saidUnit !== undefined && carries === undefined ? { unit: saidUnit } : {}),
    ...(saidFormat && format.ambiguous ? { format: saidFormat } : {}),
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
