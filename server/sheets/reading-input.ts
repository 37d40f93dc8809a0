import type { ReadingChange } from '@/core/api';
import { Equals, IsBoolean, IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { ENCODINGS, SHAPE_FINDINGS, type Encoding } from '@/core/reading';
import { InvalidInput, Nested, validInput } from '@/core/spec';

/** More rows than any file has. */
const MOST_ROWS = 1e12;

class RowsInput {
  @IsOptional() @IsInt() @Min(1) @Max(MOST_ROWS) from?: number;
  @IsOptional() @IsInt() @Min(1) @Max(MOST_ROWS) to?: number;
}

class FindingsInput {
  [id: string]: boolean | undefined;
}
for (const id of SHAPE_FINDINGS) {
  IsOptional()(FindingsInput.prototype, id);
  IsBoolean()(FindingsInput.prototype, id);
}

class ReadingInput {
  @IsOptional() @Nested(() => FindingsInput) findings?: FindingsInput;
  @IsOptional() @Nested(() => RowsInput) rows?: RowsInput;
  @IsOptional() @IsInt() @Min(1) @Max(MOST_ROWS) headerRow?: number;
  @IsOptional() @IsString() @MaxLength(300) worksheet?: string;
  @IsOptional() @IsIn(ENCODINGS) encoding?: Encoding;
}

class BackInput {
  @Equals(true) back!: true;
}
class ForgetInput {
  @Equals(false) remembered!: false;
}
/** What a user decides of a reading: of the table, to take the last decision back, or that what was said of another sheet does not hold. @throws InvalidInput */
export function parseReadingChange(value: unknown): ReadingChange | { back: true } | { remembered: false } {
  if (typeof value === 'object' && value !== null && 'back' in value) return validInput(BackInput, value, 'reading');
  if (typeof value === 'object' && value !== null && 'remembered' in value)
    return validInput(ForgetInput, value, 'reading');
  validInput(ReadingInput, value, 'reading');
  if (Object.keys(value as object).length === 0)
    throw new InvalidInput([
      { path: '', message: 'say at least one of findings, rows, headerRow, worksheet, encoding' },
    ]);
  const { rows } = value as ReadingChange;
  if (rows?.from !== undefined && rows.to !== undefined && rows.to < rows.from)
    throw new InvalidInput([{ path: 'rows.to', message: 'must not lie before rows.from' }]);
  return value as ReadingChange;
}
