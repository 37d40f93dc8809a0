import { and, eq, isNull, sql } from 'drizzle-orm';
import { database } from '../db/client';
import { sheets, sources } from '../db/schema';
import { putSheetAway } from '../sheets/deleting';
import { closeSource } from './connection';
import { sourceRow } from './sources';

/** The sheets that live in a source. */
const inSource = (id: string) => sql`${sheets.live} ->> 'source' = ${id}`;

/**
 * Forgets a source and puts the sheets that live in it away with their charts; it comes back with any of them. A source without
 * sheets goes for good. Nothing in the source itself changes. @throws Problem 404
 */
export async function deleteSource(id: string): Promise<void> {
  await sourceRow(id);
  const living = await database()
    .select({ id: sheets.id })
    .from(sheets)
    .where(and(inSource(id), isNull(sheets.deletedAt)));
  for (const one of living) await putSheetAway(one.id);
  await database().update(sources).set({ deletedAt: new Date() }).where(eq(sources.id, id));
  await purgeSources();
  await closeSource(id);
}

/** Deletes for good the forgotten sources that no sheet lives in any more. */
export async function purgeSources(): Promise<void> {
  await database().execute(
    sql`DELETE FROM sources WHERE deleted_at IS NOT NULL
        AND NOT EXISTS (SELECT FROM sheets WHERE sheets.live ->> 'source' = sources.id)`,
  );
}
