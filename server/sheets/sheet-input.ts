import type { SheetChange } from '@/core/api';
import {
  IsIn,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  MaxLength,
  MinLength,
  Validate,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { ROW_KINDS, type RowSaid } from '@/core/sense';
import { InvalidInput, Nested, validInput, type Input } from '@/core/spec';

const COLOR = /^#[0-9a-fA-F]{6}$/;
const LONGEST = 300;

@ValidatorConstraint({ name: 'colorsOrNothing' })
class ColorsOrNothing implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      typeof value === 'object' &&
      value !== null &&
      Object.entries(value).every(
        ([words, color]) => words.length <= LONGEST && (color === null || COLOR.test(String(color))),
      )
    );
  }
  defaultMessage(): string {
    return 'colors must hold colours written #rrggbb, or null, by the words of groups';
  }
}

const WORDS = { message: 'name must hold more than spaces' };

class RowInput implements Input<RowSaid> {
  @IsOptional() @IsIn(ROW_KINDS) is: unknown;
  @IsOptional() @IsString() @MinLength(1) @MaxLength(60) @Matches(/\S/, WORDS) name: unknown;
}

class SheetInput implements Input<SheetChange> {
  @IsOptional() @IsString() @Length(1, 200) @Matches(/\S/, WORDS) name: unknown;
  @IsOptional() @Nested(() => RowInput) row: unknown;
  @IsOptional() @IsObject() @Validate(ColorsOrNothing) colors: unknown;
}

/** A sheet's new name, what its user says that a row is, colours of its groups, or several. @throws InvalidInput */
export function parseSheetChange(value: unknown): SheetChange {
  validInput(SheetInput, value, 'sheet', { nulls: (path) => path === 'row' || path.startsWith('colors.') });
  const { name, row, colors } = value as SheetChange;
  if (name === undefined && row === undefined && colors === undefined)
    throw new InvalidInput([{ path: '', message: 'say at least one of name, row, colors' }]);
  if (row && row.is === undefined && row.name === undefined)
    throw new InvalidInput([{ path: 'row', message: 'say at least one of is, name' }]);
  return {
    ...(name === undefined ? {} : { name: name.trim() }),
    ...(colors === undefined ? {} : { colors }),
    ...(row === undefined
      ? {}
      : { row: row && { ...(row.is ? { is: row.is } : {}), ...(row.name ? { name: row.name.trim() } : {}) } }),
  };
}
