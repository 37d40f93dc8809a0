import type { SheetChange } from '@/core/api';
import { IsIn, IsOptional, IsString, Length, Matches, MaxLength, MinLength } from 'class-validator';
import { ROW_KINDS, type RowSaid } from '@/core/sense';
import { InvalidInput, Nested, validInput, type Input } from '@/core/spec';

const WORDS = { message: 'name must hold more than spaces' };

class RowInput implements Input<RowSaid> {
  @IsOptional() @IsIn(ROW_KINDS) is: unknown;
  @IsOptional() @IsString() @MinLength(1) @MaxLength(60) @Matches(/\S/, WORDS) name: unknown;
}

class SheetInput implements Input<SheetChange> {
  @IsOptional() @IsString() @Length(1, 200) @Matches(/\S/, WORDS) name: unknown;
  @IsOptional() @Nested(() => RowInput) row: unknown;
}

/** A sheet's new name, what its user says that a row is, or both. @throws InvalidInput */
export function parseSheetChange(value: unknown): SheetChange {
  validInput(SheetInput, value, 'sheet', { nulls: (path) => path === 'row' });
  const { name, row } = value as SheetChange;
  if (name === undefined && row === undefined)
    throw new InvalidInput([{ path: '', message: 'say at least one of name, row' }]);
  if (row && row.is === undefined && row.name === undefined)
    throw new InvalidInput([{ path: 'row', message: 'say at least one of is, name' }]);
  return {
    ...(name === undefined ? {} : { name: name.trim() }),
    ...(row === undefined
      ? {}
      : { row: row && { ...(row.is ? { is: row.is } : {}), ...(row.name ? { name: row.name.trim() } : {}) } }),
  };
}
