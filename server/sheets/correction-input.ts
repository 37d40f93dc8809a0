import type { CorrectionChange } from '@/core/api';
import { IsIn, IsOptional, IsString, Length, MaxLength } from 'class-validator';
import { COLUMN_TYPES, ROLES, SUMMARIES } from '@/core/inference';
import { InvalidInput, Nested, validInput } from '@/core/spec';

class FormatInput {
  @IsOptional() @IsIn(['DMY', 'MDY', 'YMD']) dateOrder?: string;
  @IsOptional() @IsIn(['.', ',']) decimal?: string;
  @IsOptional() @IsIn([',', '.', ' ', "'"]) group?: string;
}

class CorrectionInput {
  @IsOptional() @IsIn(COLUMN_TYPES) type?: string;
  @IsOptional() @IsIn(ROLES) role?: string;
  @IsOptional() @IsString() @MaxLength(40) unit?: string;
  @IsOptional() @Nested(() => FormatInput) format?: FormatInput;
  @IsOptional() @IsIn(SUMMARIES) summary?: string;
  @IsOptional() @IsString() @Length(1, 200) name?: string;
}

/** @throws InvalidInput */
export function parseCorrection(value: unknown): CorrectionChange {
  // What is null is forgotten.
  validInput(CorrectionInput, value, 'correction', { nulls: () => true });
  if (Object.keys(value as object).length === 0)
    throw new InvalidInput([{ path: '', message: 'say at least one of type, role, unit, format, summary, name' }]);
  return value as CorrectionChange;
}
