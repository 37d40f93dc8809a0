import { Equals, IsBoolean, IsOptional, IsString, Length } from 'class-validator';
import type { Amount } from '../chart-spec';
import { Column } from './keys';
import { byNames, type Input } from './part';

type Of<Name extends string> = Extract<Amount, Record<Name, unknown>>;

class ColumnInput implements Input<Of<'column'>> {
  @Column() column: unknown;
}

class RowsInput implements Input<Of<'rows'>> {
  @Equals(true) rows: unknown;
}

class FormulaInput implements Input<Of<'formula'>> {
  @IsString() @Length(1, 1000) formula: unknown;
  @IsOptional() @IsBoolean() rowsFirst: unknown;
  @IsOptional() @Equals('zero') blanks: unknown;
  @IsOptional() @Equals('%') unit: unknown;
}

export const amountInput = byNames([
  [['column'], ColumnInput],
  [['rows'], RowsInput],
  [['formula'], FormulaInput],
]);
