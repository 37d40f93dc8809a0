import { IsArray, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { BOARD_WIDTH, parseBoard, type Board } from '@/core/boards';
import { validInput } from '@/core/spec';
import { BOARD_PICTURE, type BoardPictureSize } from './picture';

/** How wide the tiles of a board may be together, in pixels. */
const LEAST_WIDTH = 240;
const MOST_WIDTH = 4000;

/** The width that a browser's cookie tells, or the usual one where it tells none that can be. */
export function widthOfCookie(text: string | undefined): number {
  const width = Math.floor(Number(text));
  return width >= LEAST_WIDTH && width <= MOST_WIDTH ? width : BOARD_WIDTH;
}

class ModelsInput {
  @IsOptional() @IsInt() @Min(LEAST_WIDTH) @Max(MOST_WIDTH) width?: number;
  /** A board that is being arranged: drawn as it is to be, kept by nobody yet. */
  @IsOptional() @IsArray() tiles?: unknown[];
  @IsOptional() @IsArray() filters?: unknown[];
}

/** @throws InvalidInput */
export function parseModelsRequest(
  body: Readonly<Record<string, unknown>>,
  saved: Board,
): { board: Pick<Board, 'tiles' | 'filters'>; width?: number } {
  const { width, tiles, filters } = validInput(ModelsInput, body, 'request', { nulls: (path) => path !== 'width' });
  const board =
    tiles || filters
      ? parseBoard({
          name: saved.name,
          tiles: tiles ?? saved.tiles,
          filters: filters ?? saved.filters,
          refresh: saved.refresh,
        })
      : saved;
  return { board, ...(width === undefined ? {} : { width }) };
}

class PictureInput {
  @IsOptional() @IsInt() @Min(320) @Max(4000) width?: number;
  @IsOptional() @IsNumber() @Min(1) @Max(4) zoom?: number;
}

/** The size that the query of an address asks for. @throws InvalidInput */
export function boardSizeInQuery(url: string): BoardPictureSize {
  const query = new URL(url).searchParams;
  const asked = Object.fromEntries(
    ['width', 'zoom'].flatMap((name) => {
      const text = query.get(name);
      return text === null ? [] : [[name, text.trim() === '' ? Number.NaN : Number(text)]];
    }),
  );
  return { ...BOARD_PICTURE, ...validInput(PictureInput, asked, 'request') };
}
