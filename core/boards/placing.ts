import { COLUMNS, MOST_ROWS, type Tile } from './board';

type Placed = Pick<Tile, 'id' | 'x' | 'y' | 'w' | 'h'>;

export const overlap = (a: Placed, b: Placed): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** The two tiles that lie on each other, where any do. */
export function overlapping<T extends Placed>(tiles: readonly T[]): readonly [T, T] | undefined {
  for (const [i, one] of tiles.entries()) {
    const other = tiles.slice(i + 1).find((next) => overlap(one, next));
    if (other) return [one, other];
  }
  return undefined;
}

/** The first free place of a size: as high as there is one, then as far left. `undefined` where the grid is full. */
export function freePlace(tiles: readonly Placed[], w: number, h: number): { x: number; y: number } | undefined {
  for (let y = 0; y + h <= MOST_ROWS; y++)
    for (let x = 0; x + w <= COLUMNS; x++)
      if (!tiles.some((one) => overlap(one, { id: '', x, y, w, h }))) return { x, y };
  return undefined;
}

/** Tiles moved up as far as there is room, in the order of reading; none lies on another. */
export function settled<T extends Placed>(tiles: readonly T[], first?: string): T[] {
  const order = [...tiles].sort((a, b) => a.y - b.y || Number(b.id === first) - Number(a.id === first) || a.x - b.x);
  const placed: T[] = [];
  for (const tile of order) {
    let y = tile.y;
    while (placed.some((one) => overlap(one, { ...tile, y }))) y++;
    while (y > 0 && !placed.some((one) => overlap(one, { ...tile, y: y - 1 }))) y--;
    placed.push({ ...tile, y });
  }
  const found = new Map(placed.map((tile) => [tile.id, tile]));
  return tiles.map((tile) => found.get(tile.id) ?? tile);
}

const within = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);

/** A tile moved by so many columns and rows; what lay there makes room. */
export function moved<T extends Placed>(tiles: readonly T[], id: string, dx: number, dy: number): T[] {
  const next = tiles.map((tile) => {
    if (tile.id !== id) return tile;
    // A tile goes down past the one below it, not only into it.
    const below =
      dy > 0 ? tiles.find((one) => one.id !== id && overlap(one, { ...tile, y: tile.y + tile.h, h: 1 })) : undefined;
    const by = below ? below.y + below.h - tile.y : dy;
    return { ...tile, x: within(tile.x + dx, 0, COLUMNS - tile.w), y: within(tile.y + by, 0, MOST_ROWS - tile.h) };
  });
  const above = dy < 0 ? tiles.find((one) => one.id === id) : undefined;
  if (!above) return settled(next, id);
  // Going up it changes places with what stands there.
  const up = tiles.filter((one) => one.id !== id && overlap(one, { ...above, y: above.y - 1, h: 1 }));
  const top = up.length > 0 ? Math.min(...up.map(({ y }) => y)) : above.y + dy;
  return settled(
    tiles.map((tile) => (tile.id === id ? { ...tile, y: Math.max(top, 0) } : tile)),
    id,
  );
}

/** A tile made larger or smaller by so many columns and rows. */
export function resized<T extends Placed>(tiles: readonly T[], id: string, dw: number, dh: number): T[] {
  return settled(
    tiles.map((tile) =>
      tile.id === id
        ? { ...tile, w: within(tile.w + dw, 1, COLUMNS - tile.x), h: within(tile.h + dh, 1, MOST_ROWS - tile.y) }
        : tile,
    ),
    id,
  );
}
