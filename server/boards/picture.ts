import { BOARD_EDGE, BOARD_HEAD, boardFilterWords, BOARD_WIDTH, heightOf, tileBoxes, type Board } from '@/core/boards';
import { dayShort, fromIso } from '@/core/calendar';
import { attachment } from '../exports/csv';
import { drawBeside } from '../pictures/beside';
import { fileResponse, PICTURE_TYPES } from '../pictures/chart-picture';
import { MOST_PIXELS } from '../pictures/input';
import { nameOf } from '../pictures/kept';
import { Problem } from '../problem';
import { boardModels } from './models';

export interface BoardPictureSize {
  readonly width: number;
  readonly zoom: number;
}
export const BOARD_PICTURE: BoardPictureSize = { width: BOARD_WIDTH + 2 * BOARD_EDGE, zoom: 1 };

/** A board as on screen, as one picture: what is hidden by its condition is not there, what is broken says so. */
export async function boardPicture(
  board: Pick<Board, 'name' | 'tiles' | 'filters'>,
  kind: 'png' | 'pdf',
  { width, zoom }: BoardPictureSize,
  signal?: AbortSignal,
): Promise<{ name: string; make: () => Promise<Buffer> }> {
  const inner = width - 2 * BOARD_EDGE;
  const { asOf, tiles } = await boardModels(board, { width: inner }, signal);
  const hidden = new Set(tiles.flatMap((tile) => (tile.hidden === undefined ? [] : [tile.id])));
  const boxes = tileBoxes(board.tiles, inner, hidden);
  const shown = tiles.flatMap(({ id, title, model, text, error }) => {
    const box = boxes.get(id);
    return box && !hidden.has(id)
      ? [
          {
            id,
            box,
            ...(model ? { model } : {}),
            ...(text === undefined ? {} : { text }),
            ...(error === undefined ? {} : { error, ...(title === undefined ? {} : { title }) }),
          },
        ]
      : [];
  });
  const second = [...board.filters.map(boardFilterWords), `as of ${dayShort(fromIso(asOf.slice(0, 10)))}`].join(' · ');
  const height = BOARD_HEAD + heightOf(new Map([...boxes].filter(([id]) => !hidden.has(id)))) + BOARD_EDGE;
  if (kind === 'png' && width * height * zoom * zoom > MOST_PIXELS)
    throw new Problem(
      422,
      'Too large a picture',
      'This board comes to too many pixels at this sharpness. Ask for less, or for a PDF.',
      [{ path: 'zoom', message: 'is too much for this board' }],
    );
  return {
    name: nameOf(['board', kind, width, kind === 'png' ? zoom : 1, board.name, second, shown]),
    make: () =>
      drawBeside(
        { board: { name: board.name, second, width, height, tiles: shown }, kind, zoom: kind === 'png' ? zoom : 1 },
        signal,
      ),
  };
}

export async function boardPictureResponse(
  board: Pick<Board, 'name' | 'tiles' | 'filters'>,
  kind: 'png' | 'pdf',
  size: BoardPictureSize,
  request: Request,
): Promise<Response> {
  const { name, make } = await boardPicture(board, kind, size, request.signal);
  return fileResponse(
    request,
    name,
    make,
    PICTURE_TYPES[kind],
    attachment(board.name, kind).replace(/^attachment/, 'inline'),
  );
}
