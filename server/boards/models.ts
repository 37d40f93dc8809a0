import type { BoardModels, BoardTile } from '@/core/api';
import { LRUCache } from 'lru-cache';
import {
  BOARD_WIDTH,
  conditionWith,
  conditionWords,
  standingWords,
  tileBoxes,
  withBoardFilters,
  type Board,
  type Box,
  type Tile,
} from '@/core/boards';
import { shownFirst, type ChartModel } from '@/core/layout';
import { conditionFigure, conditionSpec, shape, type Asking, type Frame } from '@/core/shaping';
import { inSentences, InvalidInput, meets, type ChartSpec, type Condition } from '@/core/spec';
import { openBook, sheetBook, type Book, type LoadSheet } from '../charts/book';
import { chartName, chartRows } from '../charts/charts';
import { checkSpec, jobOf, LARGE, modelOf } from '../charts/model';
import { laidOut } from '../charts/shaping-job';
import { nameOf } from '../pictures/kept';
import { bookVersion } from '../pictures/versions';
import { Problem } from '../problem';
import { asker } from '../query/run';
import { todayIn } from '../today';
import { readySheet, type ReadySheet } from '../sheets/sheets';
import { signsOf } from './signs';
import { doneApart } from './together';

/** The least room that a picture is laid out for, in pixels. */
const LEAST = { width: 120, height: 80 } as const;
/** Drawings of tiles that nothing changed of are kept; so many, the last asked for. */
const drawn = new LRUCache<string, ChartModel>({ max: 400 });

/** A tile on its way: what is asked for it, and what it came to. */
export interface Wanted {
  readonly tile: Tile;
  readonly box: Box;
  title?: string;
  /** Its name holds all that decides how it is drawn. */
  chart?: { readonly spec: ChartSpec; readonly book: Book; readonly name: string };
  condition?: { readonly condition: Condition; readonly book: Book };
  hidden?: string;
  error?: string;
  model?: ChartModel;
}

/** All tiles of a board as they are drawn in a width. */
export async function boardModels(
  board: Pick<Board, 'tiles' | 'filters'>,
  { width = BOARD_WIDTH, today }: { width?: number; today?: string } = {},
  signal?: AbortSignal,
): Promise<BoardModels> {
  const asOf = new Date().toISOString();
  // Before the rows are asked: what changes meanwhile is then told as new.
  const signs = (await signsOf([board])).of(board.tiles);
  const tiles = await drawnTiles(board, { width, today }, signal);
  return {
    asOf,
    width,
    signs: Object.fromEntries(signs),
    tiles: tiles.map((one) => ({ ...tileWords(one), ...(one.model ? { model: one.model } : {}) })),
  };
}

/**
 * The tiles of a board, each with its drawing in a width. Sheets are opened once, and what tiles ask is asked together; a
 * tile that fails says why, and no other fails with it.
 */
export async function drawnTiles(
  board: Pick<Board, 'tiles' | 'filters'>,
  { width, today }: { width: number; today?: string },
  signal?: AbortSignal,
): Promise<Wanted[]> {
  const boxes = tileBoxes(board.tiles, width);
  const load = loadOnce();
  const charts = await chartRows(board.tiles.flatMap(({ show }) => ('chart' in show ? [show.chart] : [])));
  const wanted = board.tiles.map((tile): Wanted => ({
    tile,
    box: boxes.get(tile.id) ?? { left: 0, top: 0, width, height: 100 },
  }));
  await Promise.all(
    wanted.map(async (one) => {
      const { show, onlyIf } = one.tile;
      try {
        if (onlyIf) {
          const book = await sheetBook(onlyIf.sheet, load);
          const condition = conditionWith(onlyIf, board.filters, book.sources.columns);
          checkSpec(conditionSpec(condition, book.sources), book);
          one.condition = { condition, book: withDay(book, today ?? todayIn()) };
        }
      } catch (error) {
        one.error = `Its condition cannot be looked at: ${told(error)}`;
      }
      try {
        if ('text' in show) return;
        const row = charts.get(show.chart);
        if (!row) {
          one.error = 'The chart of this tile was deleted. Take the tile away, or bring the chart back on the desk.';
          return;
        }
        one.title = chartName(row);
        const book = await openBook(row.spec, today, load);
        const spec = withBoardFilters(row.spec, board.filters, book.sources.columns, book.sources.others);
        checkSpec(spec, book);
        const size = roomOf(one.box);
        one.chart = { spec, book, name: nameOf(['tile', spec, bookVersion(book), size.width, size.height]) };
      } catch (error) {
        one.error = told(error);
      }
    }),
  );
  await judge(wanted, signal);
  await draw(
    wanted.filter(({ hidden, error, chart }) => chart && hidden === undefined && error === undefined),
    signal,
  );
  return wanted;
}

/** What a tile says besides its drawing. */
export function tileWords({ tile, title, hidden, error, condition }: Wanted): Omit<BoardTile, 'model'> {
  const { show } = tile;
  const shownIf = condition && conditionWords(condition.condition, condition.book.sources);
  return {
    id: tile.id,
    ...(title === undefined ? {} : { title }),
    ...(shownIf ? { onlyIf: shownIf } : {}),
    ...(hidden === undefined ? {} : { hidden }),
    ...(error === undefined ? {} : { error }),
    ...(error === undefined && hidden === undefined && 'text' in show ? { text: show.text } : {}),
  };
}

const roomOf = ({ width, height }: Box) => ({
  width: Math.max(width, LEAST.width),
  height: Math.max(height, LEAST.height),
  whole: true,
  tile: true,
});

const withDay = (book: Book, today: string): Book => ({ ...book, sources: { ...book.sources, today } });

/** Looks at all conditions together: what does not hold is hidden, with the reason. */
async function judge(wanted: readonly Wanted[], signal?: AbortSignal): Promise<void> {
  const conditions = wanted.flatMap((one) => (one.condition ? [{ one, ...one.condition }] : []));
  if (conditions.length === 0) return;
  const outcomes = await doneApart(
    conditions.map(({ condition, book }) => conditionFigure(condition, book.sources)),
    asker(allSheets(conditions.map(({ book }) => book)), signal),
  );
  conditions.forEach(({ one, condition, book }, i) => {
    const outcome = outcomes[i];
    if ('failed' in outcome) one.error = `Its condition cannot be looked at: ${told(outcome.failed)}`;
    else if (!meets(outcome.done.value, condition))
      one.hidden = `Only shown while ${conditionWords(condition, book.sources)}: now ${standingWords(outcome.done, condition, book.sources)}.`;
  });
}

/** Draws all charts together; what was drawn before and has not changed since is not drawn again. */
async function draw(wanted: readonly Wanted[], signal?: AbortSignal): Promise<void> {
  const fresh: Wanted[] = [];
  for (const one of wanted) {
    one.model = one.chart && drawn.get(one.chart.name);
    if (!one.model) fresh.push(one);
  }
  const works = fresh.flatMap((one) => (one.chart ? [{ one, ...one.chart }] : []));
  if (works.length === 0) return;
  const outcomes = await doneApart(
    works.map(({ spec, book }) => small(shape(spec, book.sources))),
    asker(allSheets(works.map(({ book }) => book)), signal),
  );
  for (const [i, { one, spec, book, name }] of works.entries()) {
    const outcome = outcomes[i];
    try {
      if ('failed' in outcome && !(outcome.failed instanceof TooLarge)) throw outcome.failed;
      const model =
        'done' in outcome
          ? laidOut(jobOf(spec, book), outcome.done, roomOf(one.box))
          : await modelOf(spec, book, roomOf(one.box), signal);
      one.model = shownFirst(model, spec, book.sources);
      drawn.set(name, one.model);
      // Others are answered between one drawing and the next.
      await new Promise((resolve) => setImmediate(resolve));
    } catch (error) {
      if (signal?.aborted) throw error;
      one.error = told(error);
    }
  }
}

class TooLarge extends Error {}

/** A work that gives up once its answers are so large that it should be done beside the server. */
function* small(work: Asking<Frame>): Asking<Frame> {
  let groups = 0;
  let turn = work.next([]);
  while (!turn.done) {
    const answers = yield turn.value;
    groups += answers.reduce((sum, one) => sum + ('size' in one ? one.size : one.points.length), 0);
    if (groups > LARGE) throw new TooLarge();
    turn = work.next(answers);
  }
  return turn.value;
}

/** Loads each sheet once. */
function loadOnce(): LoadSheet {
  const loading = new Map<string, Promise<ReadySheet>>();
  return (id) => {
    let sheet = loading.get(id);
    if (!sheet) loading.set(id, (sheet = readySheet(id)));
    return sheet;
  };
}

const allSheets = (books: readonly Book[]) => new Map(books.flatMap(({ sheets }) => [...sheets]));

/** Why a tile cannot be drawn, in words for its user. */
function told(error: unknown): string {
  if (error instanceof Problem) return error.detail;
  if (error instanceof InvalidInput) return inSentences(error.errors);
  console.error('A tile could not be drawn:', error);
  return 'This chart could not be drawn. Open it to see why.';
}
