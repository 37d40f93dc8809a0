import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  Min,
} from 'class-validator';
import { CYCLES, STEPS } from '../../calendar';
import { GAPS, type Across, type Order, type RowsOrder } from '../chart-spec';
import { amountInput } from './amount';
import { Column, IsSummary } from './keys';
import { bySaid, Nested, NestedList, type Input } from './part';

type As<Kind extends Across['as']> = Extract<Across, { as: Kind }>;

class TimeInput implements Input<As<'time'>> {
  @Equals('time') as: unknown;
  @Column() column: unknown;
  @IsIn(STEPS) step: unknown;
  @IsOptional() @IsIn(GAPS) gaps: unknown;
  @IsOptional() @IsIn(['keep', 'leave-out']) partial: unknown;
}

class CycleInput implements Input<As<'cycle'>> {
  @Equals('cycle') as: unknown;
  @Column() column: unknown;
  @IsIn(CYCLES) cycle: unknown;
}

class ByOwnInput implements Input<Exclude<Order, { by: 'amount' }>> {
  @IsIn(['value', 'name', 'sheet', 'calendar']) by: unknown;
  @IsOptional() @IsString() layer: unknown;
  @IsOptional() @IsBoolean() descending: unknown;
}

class ByAmountInput implements Input<Extract<Order, { by: 'amount' }>> {
  @Equals('amount') by: unknown;
  @IsDefined() @Nested(amountInput) amount: unknown;
  @IsSummary() summary: unknown;
  @IsOptional() @IsBoolean() descending: unknown;
}

const orderInput = bySaid<Order['by']>('by', {
  value: ByOwnInput,
  name: ByOwnInput,
  sheet: ByOwnInput,
  calendar: ByOwnInput,
  amount: ByAmountInput,
});

class WithinInput implements Input<NonNullable<As<'group'>['within']>[number]> {
  @Column() column: unknown;
  @IsString() value: unknown;
}

class GroupInput implements Input<As<'group'>> {
  @Equals('group') as: unknown;
  @Column() column: unknown;
  @IsOptional() @Nested(orderInput) order: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(1000) keep: unknown;
  @IsOptional() @IsArray() @ArrayMaxSize(2) @IsIn(['blank', 'zero'], { each: true }) omit: unknown;
  @IsOptional() @NestedList(() => WithinInput, 20) within: unknown;
}

class NumberInput implements Input<As<'number'>> {
  @Equals('number') as: unknown;
  @Column() column: unknown;
}

class BinsInput implements Input<As<'bins'>> {
  @Equals('bins') as: unknown;
  @Column() column: unknown;
  @IsOptional() @IsInt() @Min(2) @Max(200) count: unknown;
}

class RowsOrderInput implements Input<RowsOrder> {
  @Column() column: unknown;
  @IsOptional() @IsBoolean() descending: unknown;
}

class RowsInput implements Input<As<'rows'>> {
  @Equals('rows') as: unknown;
  @Column() column: unknown;
  @IsOptional() @Nested(() => RowsOrderInput) order: unknown;
}

export const acrossInput = bySaid<Across['as']>('as', {
  time: TimeInput,
  cycle: CycleInput,
  group: GroupInput,
  number: NumberInput,
  bins: BinsInput,
  rows: RowsInput,
});
