import { eq, sql } from 'drizzle-orm';
import type { Within } from '../db/client';
import { sheets, type SheetRow } from '../db/schema';
import { Problem } from '../problem';

/** Holds a sheet until the transaction ends, so that one at a time changes it; `undefined` where it is gone. */
export async function lockSheet(within: Within, id: string): Promise<SheetRow | undefined> {
  await within.execute(sql`SELECT pg_advisory_xact_lock(hashtextextended(${`sheet ${id}`}, 0))`);
  const [row] = await within.select().from(sheets).where(eq(sheets.id, id)).for('update');
  return row;
}

export const changedMeanwhile = () =>
  new Problem(409, 'The sheet was changed meanwhile', 'The sheet was changed meanwhile. Look at it, then try again.');
