import { IsInt, IsNumber, IsObject, IsOptional, Max, Min } from 'class-validator';
import { DEFAULT_PICTURE } from '@/core/layout';
import { InvalidInput, parseSpec, validInput, type ChartSpec } from '@/core/spec';

/** How large a picture is, in pixels, all of it included; `zoom` multiplies the pixels of a PNG. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
  readonly zoom: number;
}

class SizeInput {
  @IsOptional() @IsInt() @Min(120) @Max(4000) width?: number;
  @IsOptional() @IsInt() @Min(120) @Max(4000) height?: number;
  @IsOptional() @IsNumber() @Min(1) @Max(4) zoom?: number;
}

class PictureInput extends SizeInput {
  @IsObject() spec!: object;
}

/** More pixels than these would take more memory than one picture may. */
export const MOST_PIXELS = 64_000_000;

/** @throws InvalidInput */
function sizeOf({ width = DEFAULT_PICTURE.width, height = DEFAULT_PICTURE.height, zoom = 1 }: SizeInput): PictureSize {
  if (width * height * zoom * zoom > MOST_PIXELS)
    throw new InvalidInput([
      { path: 'zoom', message: `comes to more than ${MOST_PIXELS / 1e6} million pixels at this size; ask for less` },
    ]);
  return { width, height, zoom };
}

/** The size that the query of an address asks for. @throws InvalidInput */
export function sizeInQuery(url: string): PictureSize {
  const query = new URL(url).searchParams;
  const asked = Object.fromEntries(
    ['width', 'height', 'zoom'].flatMap((name) => {
      const text = query.get(name);
      return text === null ? [] : [[name, text.trim() === '' ? Number.NaN : Number(text)]];
    }),
  );
  return sizeOf(validInput(SizeInput, asked, 'request'));
}

/** @throws InvalidInput */
export function parsePictureRequest(body: unknown): { spec: ChartSpec; size: PictureSize } {
  const input = validInput(PictureInput, body, 'request', { nulls: (path) => path.startsWith('spec.') });
  return { spec: parseSpec((body as { spec: unknown }).spec), size: sizeOf(input) };
}
