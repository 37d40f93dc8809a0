import { inArray } from 'drizzle-orm';
import type { Board } from '@/core/boards';
import { database } from '../db/client';
import { boards } from '../db/schema';
import { isDatabaseAway } from '../db/error';
import { DATABASE, noteAway } from '../outage';
import { boardModels } from './models';
import { digest, sheetSigns, signsOf } from './signs';

/** What those who watch are told: tiles whose data are new, a board that was changed, or that it was looked and nothing is new. */
export type Change =
  | { readonly is: 'changed'; readonly tiles: readonly string[] }
  | { readonly is: 'board' }
  | { readonly is: 'looked'; readonly asOf: string };

type Tell = (change: Change) => void;

interface Watched {
  readonly tellers: Set<Tell>;
  /** What each tile was made of when it was looked at last; none before the first look. */
  seen?: ReadonlyMap<string, string>;
  revision?: number;
  /** Tables that stay in their database: when they were looked at, and what was found. */
  lookedAt: number;
  figures?: ReadonlyMap<string, string>;
}

/** How often it is looked whether sheets, charts or boards were changed, in ms: one question each for all who watch. */
const LOOK_MS = 1_000;

/** A sheet that is watched by itself: what it was when it was looked at last. */
interface WatchedSheet {
  readonly tellers: Set<() => void>;
  sign?: string;
}

interface Held {
  readonly watched: Map<string, Watched>;
  readonly sheets: Map<string, WatchedSheet>;
  timer?: NodeJS.Timeout;
  looking: boolean;
}
const held = globalThis as typeof globalThis & { upChartWatch?: Held };
const watch = (): Held => (held.upChartWatch ??= { watched: new Map(), sheets: new Map(), looking: false });

/** What a board is made of when somebody begins to watch it. */
export interface BoardNow {
  readonly revision: number;
  readonly signs: Readonly<Record<string, string>>;
}

/**
 * Tells of changes of a board until `stop` is called. What it is made of by now is looked at before this is through: each
 * change after that is told. Nothing is looked at while nobody watches.
 */
export async function watchBoard(id: string, tell: Tell): Promise<{ stop: () => void; now: BoardNow }> {
  const { watched } = watch();
  const one = watched.get(id) ?? { tellers: new Set<Tell>(), lookedAt: Date.now() };
  const stop = await follow(watched, id, one, tell, lookAt);
  return { stop, now: { revision: one.revision ?? 0, signs: Object.fromEntries(one.seen ?? []) } };
}

/**
 * Tells when a sheet is another one, by a newer file or another reading, until what is answered is called. What it is by now is
 * looked at before this is through.
 */
export async function watchSheet(id: string, tell: () => void): Promise<() => void> {
  const { sheets } = watch();
  return follow(sheets, id, sheets.get(id) ?? { tellers: new Set<() => void>() }, tell, lookAtSheets);
}

/** Puts somebody among those who are told of a thing, and looks at what it is by now. Answers what takes them out again. */
async function follow<T, One extends { readonly tellers: Set<T> }>(
  those: Map<string, One>,
  id: string,
  one: One,
  tell: T,
  look: (those: ReadonlyMap<string, One>) => Promise<void>,
): Promise<() => void> {
  const all = watch();
  those.set(id, one);
  one.tellers.add(tell);
  const stop = () => {
    one.tellers.delete(tell);
    if (one.tellers.size === 0 && those.get(id) === one) those.delete(id);
    endIfIdle(all);
  };
  try {
    await look(new Map([[id, one]]));
  } catch (error) {
    stop();
    throw error;
  }
  begin(all);
  return stop;
}

function begin(all: Held): void {
  all.timer ??= setInterval(() => void look(), LOOK_MS).unref();
}

function endIfIdle(all: Held): void {
  if (all.watched.size + all.sheets.size > 0) return;
  clearInterval(all.timer);
  all.timer = undefined;
}

async function look(): Promise<void> {
  const all = watch();
  if (all.looking) return;
  all.looking = true;
  try {
    if (all.watched.size > 0) await lookAt(all.watched);
    if (all.sheets.size > 0) await lookAtSheets(all.sheets);
  } catch (error) {
    // The database may be away for a while: it is looked again a second later.
    if (isDatabaseAway(error)) noteAway(DATABASE, error);
    else console.error('Watching boards:', error);
  } finally {
    all.looking = false;
  }
}

async function lookAtSheets(watched: ReadonlyMap<string, WatchedSheet>): Promise<void> {
  for (const { id, sign } of await sheetSigns([...watched.keys()])) {
    const one = watched.get(id);
    if (!one) continue;
    if (one.sign !== undefined && one.sign !== sign) one.tellers.forEach((tell) => tell());
    one.sign = sign;
  }
}

async function lookAt(watched: ReadonlyMap<string, Watched>): Promise<void> {
  const rows = await database()
    .select()
    .from(boards)
    .where(inArray(boards.id, [...watched.keys()]));
  const signs = await signsOf(rows);
  for (const board of rows) {
    const one = watched.get(board.id);
    if (!one) continue;
    const now = signs.of(board.tiles);
    const tell = (change: Change) => one.tellers.forEach((teller) => teller(change));
    if (one.revision !== undefined && one.revision !== board.revision) tell({ is: 'board' });
    else if (one.seen) {
      const fresh = [...now].flatMap(([id, sign]) => (one.seen?.get(id) === sign ? [] : [id]));
      if (fresh.length > 0) tell({ is: 'changed', tiles: fresh });
    }
    one.seen = now;
    one.revision = board.revision;
    const live = board.tiles.filter((tile) => signs.isLive(tile));
    if (live.length > 0 && board.refresh > 0 && Date.now() - one.lookedAt >= board.refresh * 1000)
      await lookAtTables(one, { tiles: live, filters: board.filters }, tell);
  }
}

/** Asks the databases that tables stay in, once for all who watch, and tells whose figures are new. */
async function lookAtTables(one: Watched, board: Pick<Board, 'tiles' | 'filters'>, tell: Tell): Promise<void> {
  one.lookedAt = Date.now();
  const { asOf, tiles } = await boardModels(board, {});
  const figures = new Map(
    tiles.map(({ id, model, hidden, error }) => [
      id,
      digest([model?.across.values, model?.series.map(({ values }) => values), model?.points, hidden, error]),
    ]),
  );
  const before = one.figures;
  const fresh = before ? [...figures].flatMap(([id, figure]) => (before.get(id) === figure ? [] : [id])) : [];
  one.figures = figures;
  tell(fresh.length > 0 ? { is: 'changed', tiles: fresh } : { is: 'looked', asOf });
}
