import {
  IsArray,
  IsDefined,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ArrayMaxSize,
} from 'class-validator';
import {
  byNames,
  ConditionInput,
  filterInput,
  InvalidInput,
  MOST_FILTERS,
  Nested,
  NestedList,
  validInput,
  type Chosen,
  type Filter,
  type Input,
  type InputError,
} from '../spec';
import { COLUMNS, MOST_ROWS, MOST_TILES, REFRESH, type Board, type Tile } from './board';
import { overlapping } from './placing';

class ShowChart implements Input<Extract<Tile['show'], { chart: string }>> {
  @Matches(/^\w{1,64}$/, { message: '$property must be the id of a chart' }) chart: unknown;
}
class ShowText implements Input<Extract<Tile['show'], { text: string }>> {
  @IsString() @MaxLength(5000) text: unknown;
}
class AddressInput {
  @IsString() @MaxLength(2000) address: unknown;
}

class TileInput implements Input<Omit<Tile, 'opens'>> {
  @Matches(/^[\w-]{1,64}$/, { message: '$property must be letters, figures, - and _, at most 64' }) id: unknown;
  @IsInt() @Min(0) @Max(COLUMNS - 1) x: unknown;
  @IsInt() @Min(0) @Max(MOST_ROWS - 1) y: unknown;
  @IsInt() @Min(1) @Max(COLUMNS) w: unknown;
  @IsInt() @Min(1) @Max(MOST_ROWS) h: unknown;
  @IsDefined()
  @Nested(
    byNames([
      [['chart'], ShowChart],
      [['text'], ShowText],
    ]),
  )
  show: unknown;
  @IsOptional() @Nested(() => ConditionInput) onlyIf: unknown;
}
class OpensNamed extends TileInput {
  @IsIn(['workbench', 'sheet', 'nothing']) opens: unknown;
}
class OpensAddress extends TileInput {
  @Nested(() => AddressInput) opens: unknown;
}
const tileInput = ({ opens }: Readonly<Record<string, unknown>>): Chosen =>
  opens === undefined ? TileInput : typeof opens === 'object' ? OpensAddress : OpensNamed;

class BoardInput implements Input<Board> {
  @IsString() @MinLength(1) @MaxLength(200) name: unknown;
  @IsOptional() @NestedList(tileInput, MOST_TILES) tiles: unknown;
  /** By names of columns: checked by themselves. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_FILTERS) filters: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(86_400) refresh: unknown;
}

/** Where null stands for what is blank. */
const BLANKS = /^(?:tiles\.\d+\.onlyIf\.)?filters\.\d+\.(?:keep\.\d+|from|to)$/;

/**
 * Checks that a value from outside is a board: its tiles on the grid and none on another, its addresses https or mailto.
 * @throws InvalidInput naming each place that is wrong
 */
export function parseBoard(value: unknown): Board {
  validInput(BoardInput, value, 'board', { nulls: (path) => BLANKS.test(path) });
  const given = value as Omit<Board, 'filters' | 'refresh'> & Partial<Board>;
  const name = given.name.trim();
  const board: Board = {
    ...given,
    name,
    tiles: given.tiles ?? [],
    filters: given.filters ?? [],
    refresh: given.refresh ?? REFRESH,
  };
  checkFilters(board.filters);
  const errors = [
    ...(name === '' ? [{ path: 'name', message: 'name must not be empty' }] : []),
    ...board.tiles.flatMap(tileErrors),
    ...twice(board.tiles),
  ];
  const pair = overlapping(board.tiles);
  if (pair) {
    const at = (tile: Tile) => board.tiles.indexOf(tile);
    errors.push({ path: `tiles.${at(pair[1])}`, message: `lies on tile ${at(pair[0]) + 1}; move one of them` });
  }
  if (errors.length > 0) throw new InvalidInput(errors);
  return board;
}

class FilterWithin {
  @NestedList(filterInput, MOST_FILTERS) filters: unknown;
}

/** A board's filters are those of charts, with names of columns in the place of keys. @throws InvalidInput */
function checkFilters(filters: readonly Filter[]): void {
  const errors: InputError[] = filters.flatMap((filter, i) => {
    const name = (filter as { column?: unknown } | null)?.column;
    return typeof name === 'string' && name.trim() !== '' && name.length <= 300
      ? []
      : [{ path: `filters.${i}.column`, message: 'column must be the name of a column' }];
  });
  if (errors.length > 0) throw new InvalidInput(errors);
  const keyed = filters.map((filter) => ({
    ...filter,
    column: 'c1',
    ...('top' in filter && 'column' in (filter.by?.amount ?? {})
      ? { by: { ...filter.by, amount: { column: 'c1' } } }
      : {}),
  }));
  validInput(FilterWithin, { filters: keyed }, 'board', { nulls: (path) => BLANKS.test(path) });
}

function tileErrors({ x, y, w, h, opens }: Tile, i: number): InputError[] {
  return [
    ...(x + w > COLUMNS ? [{ path: `tiles.${i}.w`, message: `reaches past column ${COLUMNS}` }] : []),
    ...(y + h > MOST_ROWS ? [{ path: `tiles.${i}.h`, message: `reaches past row ${MOST_ROWS}` }] : []),
    ...(typeof opens === 'object' && !isSafeAddress(opens.address)
      ? [
          {
            path: `tiles.${i}.opens.address`,
            message: 'must be a whole address that begins with https:// or mailto:, or with http:// inside the house',
          },
        ]
      : []),
  ];
}

/** Whether an address may be opened from a board: https, http inside the house, or a mail to be written; nothing that runs. */
export function isSafeAddress(address: string): boolean {
  // What a browser would leave out or cut off on the way is no address that its user saw.
  // eslint-disable-next-line no-control-regex
  if (/[\u0000-\u0020\u007f]/.test(address) || !URL.canParse(address)) return false;
  const { protocol, hostname, username, password } = new URL(address);
  if (protocol === 'https:' || protocol === 'http:')
    return hostname !== '' && username === '' && password === '' && (protocol === 'https:' || isOfTheHouse(hostname));
  return protocol === 'mailto:' && /^mailto:[^?@]+@[^?@]+(\?|$)/i.test(address) && !/%0[ad]/i.test(address);
}

/** Names that are never given out to the world: one word, `.local` (RFC 6762), `.home.arpa` (RFC 8375), `.internal` (ICANN 2024), `.lan` and `.intranet` (common practice, no source). */
const HOUSE_NAMES = /^[^.:[\]]+$|\.(local|home\.arpa|internal|lan|intranet|localhost)\.?$/i;
/** Addresses of a house: RFC 1918, loopback and link-local of IPv4; unique local, loopback and link-local of IPv6 (RFC 4193, 4291). */
const HOUSE_NUMBERS =
  /^(10\.|127\.|169\.254\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.)[\d.]+$|^\[(::1|f[cd][0-9a-f]{2}:[0-9a-f:]*|fe[89ab][0-9a-f]:[0-9a-f:]*)\]$/i;

const isOfTheHouse = (hostname: string): boolean => HOUSE_NAMES.test(hostname) || HOUSE_NUMBERS.test(hostname);

function twice(tiles: readonly Tile[]): InputError[] {
  return tiles.flatMap(({ id }, i) =>
    tiles.findIndex((other) => other.id === id) < i
      ? [{ path: `tiles.${i}.id`, message: `id "${id}" stands twice` }]
      : [],
  );
}
