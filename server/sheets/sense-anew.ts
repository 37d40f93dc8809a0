import { and, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { byKey } from '@/core/spec';
import { database } from '../db/client';
import { sheets } from '../db/schema';
import { liveTable } from '../sources/relation';
import { readingLive } from '../sources/sources';
import { changedMeanwhile, lockSheet } from './lock';
import type { Rows } from './rhythms';
import { CONFIRMED_LATER, sense } from './sensing';
import { readySheet, type ReadySheet } from './sheets';
import { tableOf } from './tables';
import { inTurn } from './turns';

/** Looks at the rows of a sheet again by what is said of it now, and writes down what follows. @throws Problem 409 where it was changed meanwhile */
export async function senseAnew(sheet: ReadySheet): Promise<void> {
  const { id, live, tableName, rowCount: total, corrections, rowSaid } = sheet;
  const sensed = { ...sheet, total };
  const asked = (ask: Rows) =>
    live
      ? sense(ask, liveTable(live, byKey(sheet.columns)), sensed, false)
      : sense(ask, sql`${tableOf(tableName)}`, sensed);
  const { columns, row } = live
    ? await readingLive(live, (client) => {
        const within = drizzle(client);
        return asked(async (statement: SQL) => (await within.execute(statement)).rows);
      })
    : await asked(async (statement: SQL) => (await database().execute(statement)).rows);
  await database().transaction(async (within) => {
    if ((await lockSheet(within, id))?.tableName !== (live ? null : tableName)) throw changedMeanwhile();
    await within.update(sheets).set({ corrections, columns, row, rowSaid }).where(eq(sheets.id, id));
  });
}

/** Confirms on all rows what the sample of a large sheet said of it; what does not hold is said otherwise. */
export async function confirmSense({ id, tableName, rowCount, live }: ReadySheet): Promise<void> {
  if (live || rowCount < CONFIRMED_LATER) return;
  await inTurn(id, 'this sheet is being looked at', async () => {
    const now = await readySheet(id);
    if (now.tableName === tableName) await senseAnew(now);
  });
}

/** Looks at the sheets that were read before it was asked what a row is; those that stay in a database when they are counted anew. */
export async function senseOlder(): Promise<number> {
  const older = await database()
    .select({ id: sheets.id })
    .from(sheets)
    .where(and(eq(sheets.status, 'ready'), isNull(sheets.row), isNull(sheets.live), isNotNull(sheets.tableName)));
  for (const { id } of older)
    await inTurn(id, 'this sheet is being looked at', async () => senseAnew(await readySheet(id)));
  return older.length;
}
