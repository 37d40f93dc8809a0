import { setTimeout as delay } from 'node:timers/promises';
import type { BoardAtOnce } from '@/core/api';
import { inOrder, type Board } from '@/core/boards';
import { drawBeside } from '../pictures/beside';
import { kept, keptAlready, nameOf } from '../pictures/kept';
import { Problem } from '../problem';
import { drawnTiles, tileWords, type Wanted } from './models';

/** A page waits for its tiles no longer, in ms: where something changed they are asked for by themselves. */
const PATIENCE_MS = 250;
/** Whoever looks at a board has it drawn first, in ms. */
const LATER_MS = 3_000;
/** So many pictures come with a page, from its top; those further down are drawn once its reader gets there. */
const MOST = 36;

/**
 * What stands on a board that nothing changed of, as pictures that need no drawing in the browser: a page that comes with
 * them is whole at once. What is not kept yet is drawn a little later, for the next time.
 * @param width of the tiles, in pixels
 * @param later when what is not kept is drawn, in ms
 */
export async function boardAtOnce(
  board: Pick<Board, 'tiles' | 'filters'>,
  width: number,
  later = LATER_MS,
): Promise<BoardAtOnce | undefined> {
  const first = new Set(inOrder(board.tiles.filter(({ show }) => 'chart' in show)).slice(0, MOST));
  const onTop = ({ tile }: Wanted) => first.has(tile);
  const drawn = drawnTiles(board, { width });
  const late = new AbortController();
  const tiles = await Promise.race([drawn, delay(PATIENCE_MS, undefined, { signal: late.signal })]).finally(() =>
    late.abort(),
  );
  if (!tiles) {
    drawn.then(
      (all) => drawLater(all.filter(onTop), later),
      () => undefined,
    );
    return undefined;
  }
  const pictures = await Promise.all(
    tiles.map((one) => (one.model && onTop(one) ? keptAlready(pictureName(one)) : undefined)),
  );
  drawLater(
    tiles.filter((one, i) => onTop(one) && !pictures[i]),
    later,
  );
  return {
    width,
    tiles: tiles.map((one, i) => ({
      ...tileWords(one),
      ...(pictures[i] ? { picture: pictures[i].toString('utf8') } : {}),
    })),
  };
}

const pictureName = ({ chart }: Wanted) => nameOf(['inline', chart?.name]);

/** What a table that stays in its database answers may be other in a moment. */
const staysAWhile = ({ chart }: Wanted) =>
  chart !== undefined && ![...chart.book.sheets.values()].some(({ live }) => live);

const waiting = new Map<string, Wanted>();
let drawing = false;

/** Draws tiles one after another while nobody waits for them. */
function drawLater(tiles: readonly Wanted[], later: number): void {
  for (const one of tiles) if (one.model && staysAWhile(one)) waiting.set(pictureName(one), one);
  if (drawing || waiting.size === 0) return;
  drawing = true;
  setTimeout(() => void drawWaiting().finally(() => (drawing = false)), later).unref();
}

async function drawWaiting(): Promise<void> {
  for (const [name, { model }] of waiting) {
    waiting.delete(name);
    if (!model) continue;
    // A picture that cannot be drawn says so where it is asked for.
    await kept(name, () => drawBeside({ chart: model, kind: 'inline', ids: `t${name.slice(0, 8)}-` })).catch(
      (error: unknown) => {
        if (!(error instanceof Problem)) console.error('The picture of a tile could not be drawn:', error);
      },
    );
  }
}
