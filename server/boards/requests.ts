import { IsArray, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { parseBoard, type Board } from '@/core/boards';
import { validInput } from '@/core/spec';
import { BOARD_PICTURE, type BoardPictureSize } from './picture';

class ModelsInput {
  @IsOptional() @IsInt() @Min(240) @Max(4000) width?: number;
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
