import type { ListedBoard, SavedBoard } from '@/core/api';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Board, Tile } from '@/core/boards';
import { InvalidInput, type InputError } from '@/core/spec';
import { chartRows } from '../charts/charts';
import { checkCondition } from '../charts/condition';
import { database } from '../db/client';
import { boards } from '../db/schema';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { sameRevision, type Revision } from '../revisions';

export type BoardRow = typeof boards.$inferSelect;

export const boardAnswer = ({ id, name, tiles, filters, refresh, revision, labels }: BoardRow): SavedBoard => ({
  id,
  name,
  tiles,
  filters,
  refresh,
  revision,
  ...(labels.length > 0 ? { labels } : {}),
});

/** Whether the charts and conditions that a board names newly are there: what it had before may be gone. @throws InvalidInput */
async function check({ tiles }: Board, before: readonly Tile[] = []): Promise<void> {
  const old = new Map(before.map((tile) => [tile.id, tile]));
  const known = new Set(before.flatMap(({ show }) => ('chart' in show ? [show.chart] : [])));
  const named = tiles.flatMap(({ show }) => ('chart' in show && !known.has(show.chart) ? [show.chart] : []));
  const there = named.length > 0 ? await chartRows(named) : new Map();
  const errors: InputError[] = [];
  for (const [i, { id, show, onlyIf }] of tiles.entries()) {
    if ('chart' in show && !known.has(show.chart) && !there.has(show.chart))
      errors.push({ path: `tiles.${i}.show.chart`, message: 'there is no such chart' });
    if (!onlyIf || isDeepStrictEqual(onlyIf, old.get(id)?.onlyIf)) continue;
    await checkCondition(onlyIf, `tiles.${i}.onlyIf`).catch((error: unknown) => {
      if (!(error instanceof InvalidInput)) throw error;
      errors.push(...error.errors);
    });
  }
  if (errors.length > 0) throw new InvalidInput(errors);
}

/** @throws InvalidInput where it names a chart, a sheet or a column that is not there */
export async function saveBoard(board: Board): Promise<BoardRow> {
  await check(board);
  const { name, tiles, filters, refresh } = board;
  const [row] = await database()
    .insert(boards)
    .values({ id: newId(), name, tiles: [...tiles], filters: [...filters], refresh })
    .returning();
  return row;
}

/**
 * Replaces a board that still has the revision its maker saw. @throws Problem 404, 412; InvalidInput where something that it
 * names newly is not there
 */
export async function replaceBoard(id: string, board: Board, revision: Revision): Promise<BoardRow> {
  const { name, tiles, filters, refresh } = board;
  await check(board, (await boardRow(id)).tiles);
  const [row] = await database()
    .update(boards)
    .set({
      name,
      tiles: [...tiles],
      filters: [...filters],
      refresh,
      revision: sql`${boards.revision} + 1`,
      updatedAt: new Date(),
    })
    .where(and(eq(boards.id, id), sameRevision(boards.revision, revision), isNull(boards.deletedAt)))
    .returning();
  if (row) return row;
  await boardRow(id);
  throw new Problem(
    412,
    'The board has changed',
    'This board was changed somewhere else since you opened it. Open it again; what is there now is kept.',
  );
}

/** @throws Problem 404 */
export async function boardRow(id: string): Promise<BoardRow> {
  const [row] = await database()
    .select()
    .from(boards)
    .where(and(eq(boards.id, id), isNull(boards.deletedAt)));
  if (!row) throw notFound('board');
  return row;
}

/** Puts a board away: for a while it can be brought back. @throws Problem 404 */
export async function deleteBoard(id: string): Promise<void> {
  const gone = await database()
    .update(boards)
    .set({ deletedAt: new Date() })
    .where(and(eq(boards.id, id), isNull(boards.deletedAt)))
    .returning({ id: boards.id });
  if (gone.length === 0) throw notFound('board');
}

export async function listBoards(): Promise<ListedBoard[]> {
  const rows = await database()
    .select({
      id: boards.id,
      name: boards.name,
      labels: boards.labels,
      updatedAt: boards.updatedAt,
      tiles: sql<number>`jsonb_array_length(${boards.tiles})`,
    })
    .from(boards)
    .where(isNull(boards.deletedAt))
    .orderBy(desc(boards.updatedAt));
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}
