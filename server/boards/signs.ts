import { createHash } from 'node:crypto';
import { inArray, sql } from 'drizzle-orm';
import type { Board } from '@/core/boards';
import { otherSheets } from '@/core/spec';
import { database } from '../db/client';
import { charts, sheets } from '../db/schema';

export const digest = (value: unknown): string =>
  createHash('sha1')
    .update(JSON.stringify(value) ?? '')
    .digest('base64');

type TileOf = Board['tiles'][number];

/** What tiles are made of: one question for all charts, one for all their sheets. */
export async function signsOf(
  rows: readonly Pick<Board, 'tiles'>[],
): Promise<{ of: (tiles: readonly TileOf[]) => ReadonlyMap<string, string>; isLive: (tile: TileOf) => boolean }> {
  const tiles = rows.flatMap((board) => board.tiles);
  const ids = [...new Set(tiles.flatMap(({ show }) => ('chart' in show ? [show.chart] : [])))];
  const found =
    ids.length > 0
      ? await database()
          .select({ id: charts.id, revision: charts.revision, spec: charts.spec, deletedAt: charts.deletedAt })
          .from(charts)
          .where(inArray(charts.id, ids))
      : [];
  const chart = new Map(found.map((row) => [row.id, row]));
  const sheetsIn = (tile: TileOf): string[] => {
    const row = 'chart' in tile.show ? chart.get(tile.show.chart) : undefined;
    return [...(row ? [row.spec.sheet, ...otherSheets(row.spec)] : []), ...(tile.onlyIf ? [tile.onlyIf.sheet] : [])];
  };
  const used = [...new Set(tiles.flatMap(sheetsIn))];
  const sheet = new Map((await sheetSigns(used)).map((row) => [row.id, row]));
  const signOf = (tile: TileOf) => {
    const row = 'chart' in tile.show ? chart.get(tile.show.chart) : undefined;
    return digest([row?.revision, row?.deletedAt, sheetsIn(tile).map((id) => sheet.get(id)?.sign)]);
  };
  return {
    of: (some) => new Map(some.map((tile) => [tile.id, signOf(tile)])),
    isLive: (tile) => sheetsIn(tile).some((id) => sheet.get(id)?.live),
  };
}

/** What tells that a sheet is another one now: its rows, its columns, its name. */
export async function sheetSigns(ids: readonly string[]): Promise<{ id: string; sign: string; live: boolean }[]> {
  if (ids.length === 0) return [];
  return database()
    .select({
      id: sheets.id,
      sign: sql<string>`md5(concat_ws(' ', ${sheets.tableName}, ${sheets.status}, ${sheets.rowCount}, ${sheets.columns}, ${sheets.row}, ${sheets.groupColors}, ${sheets.name}, ${sheets.deletedAt}))`,
      live: sql<boolean>`${sheets.live} IS NOT NULL`,
    })
    .from(sheets)
    .where(inArray(sheets.id, [...ids]));
}
