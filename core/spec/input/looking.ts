import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  Validate,
  ValidatorConstraint,
  type ValidationArguments,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { STEPS } from '../../calendar';
import {
  BANDS,
  COMPARISONS,
  DASHES,
  FIGURES,
  MOST_AHEAD,
  TREND_KINDS,
  type ColorBy,
  type ColorWhen,
  type LineStyle,
  type Reference,
  type Remark,
  type Remarks,
  type Trend,
  type View,
} from '../looking';
import { amountInput } from './amount';
import { Color, Column, IsSummary, SheetId } from './keys';
import { byNames, Nested, NestedList, type Input } from './part';
import { TEXT_LIMIT } from './rules';

const isId = (value: unknown): boolean => typeof value === 'string' && value.length > 0 && value.length <= TEXT_LIMIT;
const isPlace = (value: unknown): boolean =>
  (typeof value === 'string' && value.length <= TEXT_LIMIT) || (typeof value === 'number' && Number.isFinite(value));

@ValidatorConstraint({ name: 'isPlaceOrNumber' })
class IsPlaceOrNumber implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return isPlace(value);
  }
  defaultMessage({ property }: ValidationArguments): string {
    return `${property} must be a text or a number`;
  }
}

/** A number, a text, or a figure of what is drawn: its layer, the figure, and a series. */
@ValidatorConstraint({ name: 'isReferenceAt' })
class IsReferenceAt implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    if (typeof value !== 'object' || value === null) return isPlace(value);
    const { layer, figure, series, ...rest } = value as Record<string, unknown>;
    return (
      isId(layer) &&
      FIGURES.some((known) => known === figure) &&
      (series === undefined || isId(series)) &&
      Object.keys(rest).length === 0
    );
  }
  defaultMessage({ property }: ValidationArguments): string {
    return `${property} must be a number, a text, or { layer, figure, series? } with a figure of ${FIGURES.join(', ')}`;
  }
}

/** A number, or `{ layer }`. */
@ValidatorConstraint({ name: 'isThan' })
class IsThan implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    if (typeof value === 'number') return Number.isFinite(value);
    if (typeof value !== 'object' || value === null) return false;
    const { layer, ...rest } = value as Record<string, unknown>;
    return isId(layer) && Object.keys(rest).length === 0;
  }
  defaultMessage({ property }: ValidationArguments): string {
    return `${property} must be a number or { layer }`;
  }
}

const Id = (): PropertyDecorator => (target, property) => {
  IsString()(target, property as string);
  Length(1, 64)(target, property as string);
};

class LineStyleInput implements Input<LineStyle> {
  @IsOptional() @Color() color: unknown;
  @IsOptional() @IsIn(DASHES) dash: unknown;
  @IsOptional() @IsNumber() @Min(0.5) @Max(12) width: unknown;
}

export class TrendInput implements Input<Trend> {
  @Id() id: unknown;
  @IsString() @Length(1, 64) layer: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) series: unknown;
  @IsIn(TREND_KINDS) kind: unknown;
  @IsOptional() @IsInt() @Min(2) @Max(6) degree: unknown;
  @IsOptional() @IsNumber() @Min(0.2) @Max(1) span: unknown;
  @IsOptional() @IsInt() @Min(2) @Max(1000) over: unknown;
  @IsOptional() @IsInt() @Min(2) @Max(1000) period: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(MOST_AHEAD) ahead: unknown;
  @IsOptional() @IsIn(BANDS) band: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) name: unknown;
  @IsOptional() @Nested(() => LineStyleInput) style: unknown;
}

class ReferenceFromInput implements Input<NonNullable<Reference['from']>> {
  @SheetId() sheet: unknown;
  @Column() when: unknown;
  @IsOptional() @Column() until: unknown;
  @IsOptional() @Column() name: unknown;
}

export class ReferenceInput implements Input<Reference> {
  @Id() id: unknown;
  @IsIn(['left', 'right', 'across']) on: unknown;
  @IsOptional() @Validate(IsReferenceAt) at: unknown;
  @IsOptional() @Validate(IsReferenceAt) to: unknown;
  @IsOptional() @Nested(() => ReferenceFromInput) from: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) name: unknown;
  @IsOptional() @Nested(() => LineStyleInput) style: unknown;
}

class RemarkInput implements Input<Remark> {
  @Id() id: unknown;
  @Validate(IsPlaceOrNumber) at: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) series: unknown;
  @IsString() @Length(1, 2000) text: unknown;
}

export class RemarksInput implements Input<Remarks> {
  @IsOptional() @NestedList(() => RemarkInput, 200) own: unknown;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2)
  @Matches(/^c[1-9]\d{0,5}$/, { each: true, message: 'columns must hold column keys such as "c1"' })
  columns: unknown;
}

class ViewBetweenInput implements Input<Extract<View, { from: unknown }>> {
  @IsDefined() @Validate(IsPlaceOrNumber) from: unknown;
  @IsDefined() @Validate(IsPlaceOrNumber) to: unknown;
}

class ViewLastInput implements Input<Extract<View, { last: unknown }>> {
  @IsInt() @Min(1) @Max(100_000) last: unknown;
  @IsIn(STEPS) step: unknown;
}

export const viewInput = byNames([
  [['from', 'to'], ViewBetweenInput],
  [['last', 'step'], ViewLastInput],
]);

class ColorWhenInput implements Input<ColorWhen> {
  @IsIn(COMPARISONS) is: unknown;
  @IsDefined() @Validate(IsThan) than: unknown;
  @Color() color: unknown;
}

class ColorByWhenInput implements Input<Extract<ColorBy, { when: unknown }>> {
  @ArrayMinSize(1) @NestedList(() => ColorWhenInput, 20) when: unknown;
  @IsOptional() @Color() otherwise: unknown;
}

class ColorByAmountInput implements Input<Extract<ColorBy, { amount: unknown }>> {
  @IsDefined() @Nested(amountInput) amount: unknown;
  @IsSummary() summary: unknown;
  @IsOptional() @IsString() @MaxLength(64) palette: unknown;
}

export const colorByInput = byNames([
  [['when'], ColorByWhenInput],
  [['amount'], ColorByAmountInput],
]);
