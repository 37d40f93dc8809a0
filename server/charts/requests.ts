import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsISO8601,
  IsObject,
  IsOptional,
  IsString,
  Max,
  Min,
} from 'class-validator';
import type { ColumnProfile } from '@/core/inference';
import { DEFAULT_SIZE, type Size } from '@/core/layout';
import { InvalidInput, parseSpec, validInput, type ChartSpec } from '@/core/spec';

class SizeInput {
  @IsOptional() @IsInt() @Min(120) @Max(8000) width?: number;
  @IsOptional() @IsInt() @Min(80) @Max(8000) height?: number;
}

class SuggestionsInput extends SizeInput {
  @IsString() sheet!: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @IsString({ each: true }) picks!: string[];
}

class PreviewInput extends SizeInput {
  @IsObject() spec!: object;
  @IsOptional() @IsISO8601() today?: string;
}

class ChartInput {
  @IsObject() spec!: object;
}

const sizeOf = ({ width, height }: SizeInput): Size => ({
  width: width ?? DEFAULT_SIZE.width,
  height: height ?? DEFAULT_SIZE.height,
});

/** @throws InvalidInput; `picks` throws it too where the sheet lacks one of them. */
export function parseSuggestionsRequest(body: unknown): {
  sheet: string;
  picks: (columns: readonly ColumnProfile[]) => string[];
  size: Size;
} {
  const input = validInput(SuggestionsInput, body, 'request');
  const picks = (columns: readonly ColumnProfile[]) => {
    const errors = input.picks.flatMap((key, i) =>
      columns.some((column) => column.key === key)
        ? []
        : [{ path: `picks.${i}`, message: `the sheet has no column "${key}"` }],
    );
    if (errors.length > 0) throw new InvalidInput(errors);
    return input.picks;
  };
  return { sheet: input.sheet, picks, size: sizeOf(input) };
}

/** @throws InvalidInput */
export function parsePreviewRequest(body: unknown): { spec: ChartSpec; size: Size } {
  const input = validInput(PreviewInput, body, 'request');
  return { spec: parseSpec((body as { spec: unknown }).spec), size: sizeOf(input) };
}

/** @throws InvalidInput */
export function parseChartRequest(body: unknown): ChartSpec {
  validInput(ChartInput, body, 'request');
  return parseSpec((body as { spec: unknown }).spec);
}
