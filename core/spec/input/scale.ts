import {
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  Max,
  Min,
  Validate,
  ValidateIf,
} from 'class-validator';
import { FITS, NUMBER_UNITS, type ChartSpec, type Scale, type ScaleNumbers } from '../chart-spec';
import { Nested, type Input } from './part';
import { AboveMin } from './rules';

class NumbersInput implements Input<ScaleNumbers> {
  @IsOptional() @IsIn(NUMBER_UNITS) in: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(10) decimals: unknown;
}

class ScaleInput implements Input<Scale> {
  @IsIn(FITS) fit: unknown;
  /** One end of a fixed scale may be free. */
  @ValidateIf((scale: ScaleInput) => (scale.fit === 'fixed' && scale.max === undefined) || scale.min !== undefined)
  @IsNumber()
  min: unknown;
  @ValidateIf((scale: ScaleInput) => (scale.fit === 'fixed' && scale.min === undefined) || scale.max !== undefined)
  @IsNumber()
  @Validate(AboveMin)
  max: unknown;
  @IsOptional() @IsIn(['linear', 'log']) kind: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(40) steps: unknown;
  @IsOptional() @IsBoolean() matchZero: unknown;
  @IsOptional() @IsBoolean() same: unknown;
  @IsOptional() @IsNumber() @Min(0) @Max(1) room: unknown;
  @IsOptional() @Nested(() => NumbersInput) numbers: unknown;
}

export class ScalesInput implements Input<ChartSpec['scales']> {
  @IsDefined() @Nested(() => ScaleInput) left: unknown;
  @IsOptional() @Nested(() => ScaleInput) right: unknown;
  @IsOptional() @Nested(() => ScaleInput) across: unknown;
}
