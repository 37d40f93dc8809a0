import { IsDefined, IsIn, IsNumber, IsOptional } from 'class-validator';
import type { Condition } from '../condition';
import { amountInput } from './amount';
import { filterInput, MOST_FILTERS } from './filter';
import { IsSummary, SheetId } from './keys';
import { Nested, NestedList, type Input } from './part';

export class ConditionInput implements Input<Condition> {
  @SheetId() sheet: unknown;
  @IsDefined() @Nested(amountInput) amount: unknown;
  @IsSummary() summary: unknown;
  @IsOptional() @NestedList(filterInput, MOST_FILTERS) filters: unknown;
  @IsIn(['above', 'below', 'at-least', 'at-most']) is: unknown;
  @IsNumber() than: unknown;
}
