import { Type } from 'class-transformer';
import { IsBoolean, IsInt, IsOptional, IsString, MaxLength, Min, ValidateNested } from 'class-validator';
import { SHAPE_FINDINGS } from '@/core/reading';
import { InvalidInput, validInput } from '@/core/spec';
import type { ReadingChoices } from '../db/schema';

class RowsInput {
  @IsOptional() @IsInt() @Min(1) from?: number;
  @IsOptional() @IsInt() @Min(1) to?: number;
}

class FindingsInput {
  [id: string]: boolean | undefined;
}
for (const id of SHAPE_FINDINGS) {
  IsOptional()(FindingsInput.prototype, id);
  IsBoolean()(FindingsInput.prototype, id);
}

class ReadingInput {
  @IsOptional() @ValidateNested() @Type(() => FindingsInput) findings?: FindingsInput;
  @IsOptional() @ValidateNested() @Type(() => RowsInput) rows?: RowsInput;
  @IsOptional() @IsInt() @Min(1) headerRow?: number;
  @IsOptional() @IsString() @MaxLength(300) worksheet?: string;
}

/** What a user decides of a reading. @throws InvalidInput */
export function parseReadingChoices(value: unknown): ReadingChoices {
  validInput(ReadingInput, value, 'reading');
  if (Object.keys(value as object).length === 0)
    throw new InvalidInput([{ path: '', message: 'say at least one of findings, rows, headerRow, worksheet' }]);
  const { rows } = value as ReadingChoices;
  if (rows?.from !== undefined && rows.to !== undefined && rows.to < rows.from)
    throw new InvalidInput([{ path: 'rows.to', message: 'must not lie before rows.from' }]);
  return value as ReadingChoices;
}
