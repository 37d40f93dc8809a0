import type { Deleted } from '@/core/api';
import { and, desc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { database, type Within } from '../db/client';
import { boards, charts, deletedSheets, sheets, sources } from '../db/schema';
import { purgeDeliveries, resumeDeliveries } from '../deliveries/deliveries';
import { notFound } from '../problem';
import { deleteForsaken } from '../sheets/deleting';
import { purgeSources } from '../sources/forget';

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
      .select({
        id: charts.id,
        name: sql<string>`coalesce(${charts.name}, ${charts.title})`,
        deletedAt: charts.deletedAt,
      })
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

/**
 * Brings back what was deleted: a sheet with the charts that went with it, a chart with its sheet where that was deleted
 * later. Deliveries of what is back go on. @throws Problem 404 where there is nothing such
 */
export async function bringBack(id: string): Promise<void> {
  const back = await database().transaction(
    async (within) =>
      (await bringBoardBack(within, id)) ?? (await bringSheetBack(within, id)) ?? (await bringChartBack(within, id)),
  );
  if (!back) throw notFound('deleted thing');
  await resumeDeliveries(back);
}

/** Each of these answers the ids of the charts and boards that are back; nothing where there is no such thing. */
type Back = Promise<string[] | undefined>;

async function bringBoardBack(within: Within, id: string): Back {
  const [board] = await within
    .update(boards)
    .set({ deletedAt: null })
    .where(and(eq(boards.id, id), isNotNull(boards.deletedAt)))
    .returning({ id: boards.id });
  return board && [board.id];
}

async function bringSheetBack(within: Within, id: string): Back {
  if (!(await restoreSheet(within, id))) return undefined;
  const back = await within
    .update(charts)
    .set({ deletedAt: null, deletedWith: null })
    .where(eq(charts.deletedWith, id))
    .returning({ id: charts.id });
  return back.map((chart) => chart.id);
}

async function bringChartBack(within: Within, id: string): Back {
  const [chart] = await within
    .update(charts)
    .set({ deletedAt: null })
    .where(and(eq(charts.id, id), isNotNull(charts.deletedAt), isNull(charts.deletedWith)))
    .returning({ id: charts.id, sheet: charts.sheet });
  if (!chart) return undefined;
  // Without its sheet it would be lost when that is deleted for good. The other charts of the sheet stay deleted, each by itself.
  if (await restoreSheet(within, chart.sheet))
    await within.update(charts).set({ deletedWith: null }).where(eq(charts.deletedWith, chart.sheet));
  return [chart.id];
}

/** Puts a deleted sheet back on the desk, and the source that it lives in. Answers whether there was one. */
async function restoreSheet(within: Within, id: string): Promise<boolean> {
  const [sheet] = await within
    .update(sheets)
    .set({ deletedAt: null })
    .where(and(eq(sheets.id, id), isNotNull(sheets.deletedAt)))
    .returning({ live: sheets.live });
  if (!sheet) return false;
  await within.delete(deletedSheets).where(eq(deletedSheets.id, id));
  if (sheet.live) await within.update(sources).set({ deletedAt: null }).where(eq(sources.id, sheet.live.source));
  return true;
}

/** Deletes for good what was deleted longer ago than it is kept. Answers how many went. */
export async function purgeDeleted(now = Date.now()): Promise<number> {
  const before = new Date(now - KEPT_MS);
  const old = await database().select({ id: sheets.id }).from(sheets).where(lt(sheets.deletedAt, before));
  for (const { id } of old) await deleteForsaken(id);
  const goneCharts = await database().delete(charts).where(lt(charts.deletedAt, before)).returning({ id: charts.id });
  const goneBoards = await database().delete(boards).where(lt(boards.deletedAt, before)).returning({ id: boards.id });
  await purgeSources();
  await purgeDeliveries([...goneCharts, ...goneBoards].map(({ id }) => id));
  return old.length + goneCharts.length + goneBoards.length;
}
