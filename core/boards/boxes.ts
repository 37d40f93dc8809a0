import { COLUMNS, type Tile } from './board';
import { textHeight } from './text-tile';

/** The height of a row of the grid, and the room between tiles, in pixels. */
export const ROW_HEIGHT = 34;
export const GAP = 12;
/** Narrower than this (a phone) tiles stand below each other, each as wide as there is room, in pixels. */
export const NARROW = 640;
/** The width that a board is drawn for where nobody says another. */
export const BOARD_WIDTH = 1228;
/** How wide a browser's boards were last, in pixels: a page is drawn for it before the browser could measure. */
export const WIDTH_COOKIE = 'board-width';
/** In a picture of a board: the room around its tiles, and above them for its name, in pixels. */
export const BOARD_EDGE = 26;
export const BOARD_HEAD = 74;
/** Charts are readable from this height on. */
const LEAST_ALONE = 180;

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}
type Placed = Pick<Tile, 'id' | 'x' | 'y' | 'w' | 'h'>;

/**
 * Where the tiles of a board stand in a width, in whole pixels: on the grid, or below each other where it is narrow.
 * @param hidden tiles that are not shown; below each other they leave no room
 */
export function tileBoxes(
  tiles: readonly (Placed & Pick<Tile, 'show'>)[],
  width: number,
  hidden: ReadonlySet<string> = new Set(),
): ReadonlyMap<string, Box> {
  return width < NARROW ? below(tiles, width, hidden) : onGrid(tiles, width);
}

function onGrid(tiles: readonly Placed[], width: number): Map<string, Box> {
  const column = (width - GAP * (COLUMNS - 1)) / COLUMNS;
  const left = (x: number) => Math.round(x * (column + GAP));
  return new Map(
    tiles.map(({ id, x, y, w, h }) => [
      id,
      {
        left: left(x),
        top: y * (ROW_HEIGHT + GAP),
        width: left(x + w) - GAP - left(x),
        height: h * (ROW_HEIGHT + GAP) - GAP,
      },
    ]),
  );
}

/** In the order of reading: row by row, from the left. */
export const inOrder = <T extends Pick<Placed, 'x' | 'y'>>(tiles: readonly T[]): T[] =>
  [...tiles].sort((a, b) => a.y - b.y || a.x - b.x);

function below(
  tiles: readonly (Placed & Pick<Tile, 'show'>)[],
  width: number,
  hidden: ReadonlySet<string>,
): Map<string, Box> {
  let top = 0;
  const boxes = new Map<string, Box>();
  for (const { id, w, h, show } of inOrder(tiles)) {
    const own = 'text' in show ? textHeight(show.text, width) : h * (ROW_HEIGHT + GAP) - GAP;
    // What was wide is lower here, so that it keeps its form; what was small stays small.
    const height = 'text' in show || w <= 3 ? own : Math.max(Math.min(own, Math.round(width * 0.8)), LEAST_ALONE);
    boxes.set(id, { left: 0, top, width, height });
    if (!hidden.has(id)) top += height + GAP;
  }
  return boxes;
}

/** How high a board is, in pixels. */
export const heightOf = (boxes: ReadonlyMap<string, Box>): number =>
  Math.max(0, ...[...boxes.values()].map(({ top, height }) => top + height));
