import type { Deleted } from '@/core/api';
import { and, desc, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { database } from '../db/client';
import { boards, charts, deletedSheets, sheets } from '../db/schema';
import { notFound } from '../problem';
import { deleteForsaken } from '../sheets/deleting';

/** What was deleted can be brought back for so long. */
const KEPT_MS = 30 * 24 * 60 * 60 * 1000;
const MOST = 300;

/** What was deleted and can be brought back, the last deleted first. Charts that went with their sheet come back with it. */
export async function deletedThings(): Promise<Deleted[]> {
  const [ofSheets, ofCharts, ofBoards] = await Promise.all([
    database()
      .select({ id: sheets.id, name: sheets.name, deletedAt: sheets.deletedAt })
      .from(sheets)
      .where(isNotNull(sheets.deletedAt))
      .orderBy(desc(sheets.deletedAt))
      .limit(MOST),
    database()
      .select({ id: charts.id, name: charts.title, deletedAt: charts.deletedAt })
      .from(charts)
      .where(and(isNotNull(charts.deletedAt), isNull(charts.deletedWith)))
      .orderBy(desc(charts.deletedAt))
      .limit(MOST),
    database()
      .select({ id: boards.id, name: boards.name, deletedAt: boards.deletedAt })
      .from(boards)
      .where(isNotNull(boards.deletedAt))
      .orderBy(desc(boards.deletedAt))
      .limit(MOST),
  ]);
  const told = (kind: Deleted['kind'], rows: readonly { id: string; name: string; deletedAt: Date | null }[]) =>
    rows.flatMap(({ id, name, deletedAt }): Deleted[] =>
      deletedAt
        ? [
            {
              kind,
              id,
              name,
              deletedAt: deletedAt.toISOString(),
              until: new Date(deletedAt.getTime() + KEPT_MS).toISOString(),
            },
          ]
        : [],
    );
  return [...told('sheet', ofSheets), ...told('chart', ofCharts), ...told('board', ofBoards)].sort((a, b) =>
    b.deletedAt.localeCompare(a.deletedAt),
  );
}

/** Brings back what was deleted: a sheet with the charts that went with it. @throws Problem 404 where there is nothing such */
export async function bringBack(id: string): Promise<void> {
  const found = await database().transaction(async (within) => {
    const [board] = await within
      .update(boards)
      .set({ deletedAt: null })
      .where(and(eq(boards.id, id), isNotNull(boards.deletedAt)))
      .returning({ id: boards.id });
    if (board) return true;
    const [sheet] = await within
      .update(sheets)
      .set({ deletedAt: null })
      .where(and(eq(sheets.id, id), isNotNull(sheets.deletedAt)))
      .returning({ id: sheets.id });
    if (sheet) {
      await within.update(charts).set({ deletedAt: null, deletedWith: null }).where(eq(charts.deletedWith, id));
      await within.delete(deletedSheets).where(eq(deletedSheets.id, id));
      return true;
    }
    const [chart] = await within
      .update(charts)
      .set({ deletedAt: null })
      .where(and(eq(charts.id, id), isNotNull(charts.deletedAt), isNull(charts.deletedWith)))
      .returning({ id: charts.id });
    return chart !== undefined;
  });
  if (!found) throw notFound('deleted thing');
}

/** Deletes for good what was deleted longer ago than it is kept. Answers how many went. */
export async function purgeDeleted(now = Date.now()): Promise<number> {
  const before = new Date(now - KEPT_MS);
  const old = await database().select({ id: sheets.id }).from(sheets).where(lt(sheets.deletedAt, before));
  for (const { id } of old) await deleteForsaken(id);
  const goneCharts = await database().delete(charts).where(lt(charts.deletedAt, before)).returning({ id: charts.id });
  const goneBoards = await database().delete(boards).where(lt(boards.deletedAt, before)).returning({ id: boards.id });
  return old.length + goneCharts.length + goneBoards.length;
}
