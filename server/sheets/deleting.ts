import { and, eq, isNull } from 'drizzle-orm';
import { formerColumn } from '@/core/spec';
import { database } from '../db/client';
import { charts, deletedSheets, sheets } from '../db/schema';
import { persistently } from '../persistently';
import { notFound, Problem } from '../problem';
import { stopKeeping } from './keep-sums';
import { lockSheet } from './lock';
import { letGo } from './received-files';
import { stopReading } from './running';
import { sheetRow } from './sheets';
import { dropTables } from './tables';

/**
 * Takes a sheet and the charts made of it off the desk; for a while they can be brought back (server/desk/deleted.ts). What
 * was not read to its end has nothing to be brought back. @throws Problem 404
 */
export async function putSheetAway(id: string): Promise<void> {
  const { status, stagedFor, name, columns } = await sheetRow(id);
  if (status !== 'ready' || stagedFor !== null) return deleteSheet(id);
  stopReading(id);
  const deletedAt = new Date();
  await database().transaction(async (within) => {
    if (!(await lockSheet(within, id))) return;
    await within
      .update(charts)
      .set({ deletedAt, deletedWith: id })
      .where(and(eq(charts.sheet, id), isNull(charts.deletedAt)));
    await within.update(sheets).set({ deletedAt }).where(eq(sheets.id, id));
    await within
      .insert(deletedSheets)
      .values({ id, name, columns: columns.map(formerColumn) })
      .onConflictDoNothing();
  });
}

/**
 * Deletes a sheet with its rows, its charts and the file it came from. What is being changed of it meanwhile is stopped:
 * deletion wins. @throws Problem 404
 */
export async function deleteSheet(id: string): Promise<void> {
  const [before] = await database().select().from(sheets).where(eq(sheets.id, id));
  if (!before) throw notFound('sheet');
  stopReading(id);
  if (before.tableName) await stopKeeping(before.tableName);
  const file = await database().transaction(async (within) => {
    const row = await lockSheet(within, id);
    if (!row) return '';
    await within.delete(charts).where(eq(charts.sheet, id));
    await within.delete(sheets).where(eq(sheets.id, id));
    if (row.status === 'ready' && row.stagedFor === null)
      await within
        .insert(deletedSheets)
        .values({ id, name: row.name, columns: row.columns.map(formerColumn) })
        .onConflictDoNothing();
    if (row.tableName) await within.execute(dropTables(row.tableName));
    return row.file;
  });
  await letGo(file);
  // Newer files that were read for it and not taken are for nobody now.
  const staged = await database().select({ id: sheets.id }).from(sheets).where(eq(sheets.stagedFor, id));
  for (const one of staged) await deleteSheet(one.id);
}

/** Deletes a sheet that nobody waits for: now, or else as soon as the database can. */
export async function deleteForsaken(id: string): Promise<void> {
  const once = () =>
    deleteSheet(id).catch((error: unknown) => {
      if (!(error instanceof Problem && error.status === 404)) throw error;
    });
  await once().catch(() => void persistently('Deleting a sheet that nobody waits for', once));
}
