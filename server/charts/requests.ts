import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  Validate,
  ValidatorConstraint,
  type ValidationArguments,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { fromIso, LOCALES, type Locale } from '@/core/calendar';
import type { ColumnProfile } from '@/core/inference';
import { DEFAULT_SIZE, type Room } from '@/core/layout';
import { InvalidInput, parseSpec, validInput, type ChartSpec, type PlacedPoint } from '@/core/spec';

class SizeInput {
  @IsOptional() @IsInt() @Min(120) @Max(8000) width?: number;
  @IsOptional() @IsInt() @Min(80) @Max(8000) height?: number;
  /** The size is that of the whole picture, title and legend included. */
  @IsOptional() @IsBoolean() whole?: boolean;
}

class StartsInput extends SizeInput {
  @IsString() sheet!: string;
  @IsOptional() @IsIn(LOCALES) locale?: Locale;
}

class SuggestionsInput extends StartsInput {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @IsString({ each: true }) picks!: string[];
}

@ValidatorConstraint({ name: 'isDay' })
class IsDay implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    if (typeof value !== 'string') return false;
    try {
      fromIso(value);
      return true;
    } catch {
      return false;
    }
  }
  defaultMessage(): string {
    return 'today must be a day such as 2025-03-04';
  }
}

@ValidatorConstraint({ name: 'isPlace' })
class IsPlace implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return typeof value === 'string' || (typeof value === 'number' && Number.isFinite(value));
  }
  defaultMessage(args: ValidationArguments): string {
    return `${args.property} must be a place of the chart: a text or a number`;
  }
}

class PreviewInput extends SizeInput {
  @IsObject() spec!: object;
  @IsOptional() @Validate(IsDay) today?: string;
}

class ChartInput {
  @IsObject() spec!: object;
  @IsOptional() @IsString() @MaxLength(300) name?: string;
}

/** The spec in a request is checked by itself. */
const SPEC_WITHIN = { nulls: (path: string) => path.startsWith('spec.') };

const sizeOf = ({ width, height, whole }: SizeInput): Room => ({
  width: width ?? DEFAULT_SIZE.width,
  height: height ?? DEFAULT_SIZE.height,
  ...(whole ? { whole } : {}),
});

const todayOf = ({ today }: { today?: string }) => (today === undefined ? {} : { today });

/** @throws InvalidInput */
export function parseStartsRequest(body: unknown): { sheet: string; size: Room; locale?: Locale } {
  const input = validInput(StartsInput, body, 'request');
  return { sheet: input.sheet, size: sizeOf(input), ...(input.locale ? { locale: input.locale } : {}) };
}

/** @throws InvalidInput; `picks` throws it too where the sheet lacks one of them. */
export function parseSuggestionsRequest(body: unknown): {
  sheet: string;
  picks: (columns: readonly ColumnProfile[]) => string[];
  size: Room;
  locale?: Locale;
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
  return { sheet: input.sheet, picks, size: sizeOf(input), ...(input.locale ? { locale: input.locale } : {}) };
}

/** @throws InvalidInput */
export function parsePreviewRequest(body: unknown): { spec: ChartSpec; size: Room; today?: string } {
  const input = validInput(PreviewInput, body, 'request', SPEC_WITHIN);
  return { spec: parseSpec((body as { spec: unknown }).spec), size: sizeOf(input), ...todayOf(input) };
}

/** @throws InvalidInput */
export function parseChartRequest(body: unknown): { spec: ChartSpec; name?: string } {
  const { name } = validInput(ChartInput, body, 'request', SPEC_WITHIN);
  return { spec: parseSpec((body as { spec: unknown }).spec), ...(name === undefined ? {} : { name }) };
}

class RowsBehindInput {
  @IsObject() spec!: object;
  @Validate(IsPlace) across!: string | number;
  @IsOptional() @IsString() series?: string;
  @IsOptional() @IsNumber() up?: number;
  @IsOptional() @Validate(IsDay) today?: string;
  @IsOptional() @IsInt() @Min(0) offset?: number;
  @IsOptional() @IsInt() @Min(1) @Max(1000) limit?: number;
}

export interface RowsBehindRequest {
  readonly spec: ChartSpec;
  readonly point: PlacedPoint;
  readonly today?: string;
  readonly offset: number;
  readonly limit: number;
}

/** @throws InvalidInput */
export function parseRowsBehindRequest(body: unknown): RowsBehindRequest {
  const input = validInput(RowsBehindInput, body, 'request', SPEC_WITHIN);
  return {
    spec: parseSpec((body as { spec: unknown }).spec),
    point: {
      across: input.across,
      ...(input.series === undefined ? {} : { series: input.series }),
      ...(input.up === undefined ? {} : { up: input.up }),
    },
    ...todayOf(input),
    offset: input.offset ?? 0,
    limit: input.limit ?? 100,
  };
}

class DifferencesInput {
  @IsObject() spec!: object;
  @Validate(IsPlace) from!: string | number;
  @Validate(IsPlace) to!: string | number;
  @IsOptional() @IsString() series?: string;
  @IsOptional() @Validate(IsDay) today?: string;
}

export interface DifferencesRequest {
  readonly spec: ChartSpec;
  readonly asked: { readonly from: string | number; readonly to: string | number; readonly series?: string };
  readonly today?: string;
}

/** @throws InvalidInput */
export function parseDifferencesRequest(body: unknown): DifferencesRequest {
  const input = validInput(DifferencesInput, body, 'request', SPEC_WITHIN);
  const { from, to, series } = input;
  return {
    spec: parseSpec((body as { spec: unknown }).spec),
    asked: { from, to, ...(series === undefined ? {} : { series }) },
    ...todayOf(input),
  };
}
