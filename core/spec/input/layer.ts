import {
  Equals,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { THENS, type ThenBy } from '../../then';
import { SYMBOLS, type Layer } from '../chart-spec';
import { SHAPES } from '../shapes';
import { amountInput } from './amount';
import { colorByInput } from './looking';
import { filterInput, MOST_FILTERS } from './filter';
import { Color, Column, IsSummary, SheetId } from './keys';
import { Nested, NestedList, type Input } from './part';
import { TEXT_LIMIT } from './rules';

class FromInput implements Input<NonNullable<Layer['from']>> {
  @SheetId() sheet: unknown;
  @Column() across: unknown;
  @IsOptional() @Column() split: unknown;
  @IsOptional() @NestedList(filterInput, MOST_FILTERS) filters: unknown;
}

type Style = NonNullable<Layer['style']>;

class ThenByInput implements Input<ThenBy> {
  @IsOptional() @Equals('year') restart: unknown;
  @IsOptional() @IsIn(['previous', 'year-before']) against: unknown;
  @IsOptional() @IsInt() @Min(2) @Max(1000) over: unknown;
}

class FigureInput implements Input<NonNullable<Style['figure']>> {
  @IsOptional() @IsIn(['previous', 'year-before', 'none']) against: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(10) decimals: unknown;
  @IsOptional() @IsBoolean() line: unknown;
}

class StyleInput implements Input<Style> {
  @IsOptional() @Color() color: unknown;
  @IsOptional() @IsIn(['solid', 'dashed', 'dotted']) dash: unknown;
  @IsOptional() @IsNumber() @Min(0.5) @Max(12) width: unknown;
  @IsOptional() @IsIn(['straight', 'smooth', 'step']) curve: unknown;
  @IsOptional() @IsBoolean() points: unknown;
  @IsOptional() @IsNumber() @Min(1) @Max(30) pointSize: unknown;
  @IsOptional() @IsNumber() @Min(0) @Max(1) clear: unknown;
  @IsOptional() @IsIn([true, false, 'ends', 'extremes']) values: unknown;
  @IsOptional() @IsIn(['amount', 'share', 'both']) valuesAs: unknown;
  @IsOptional() @IsIn(['parts', 'totals', 'both']) valuesOf: unknown;
  @IsOptional() @IsIn(['whole', 'half']) ring: unknown;
  @IsOptional() @IsIn(['place', 'all']) shareOf: unknown;
  @IsOptional() @Nested(() => FigureInput) figure: unknown;
  @IsOptional() @IsIn(SYMBOLS) symbol: unknown;
  @IsOptional() @Nested(colorByInput) colorBy: unknown;
}

export class LayerInput implements Input<Layer> {
  @IsString() @Length(1, 64) id: unknown;
  @IsDefined() @Nested(amountInput) amount: unknown;
  @IsSummary() summary: unknown;
  @IsIn(SHAPES) shape: unknown;
  @IsIn(['left', 'right']) side: unknown;
  @IsOptional() @IsIn(['none', 'stacked', 'share']) stack: unknown;
  @IsOptional() @IsIn(THENS) then: unknown;
  @IsOptional() @Nested(() => ThenByInput) thenBy: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) name: unknown;
  @IsOptional() @Column() per: unknown;
  @IsOptional() @Nested(() => FromInput) from: unknown;
  @IsOptional() @IsString() fills: unknown;
  @IsOptional() @IsBoolean() whole: unknown;
  @IsOptional() @Nested(() => StyleInput) style: unknown;
}
