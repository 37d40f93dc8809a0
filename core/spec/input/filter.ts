import { ArrayMaxSize, IsArray, IsBoolean, IsDefined, IsInt, IsOptional, Max, Min, Validate } from 'class-validator';
import type { Filter } from '../chart-spec';
import { amountInput } from './amount';
import { Column, IsSummary } from './keys';
import { byNames, Nested, type Input } from './part';
import { IsPlainValue, IsWindow } from './rules';

type Of<Name extends string> = Extract<Filter, Record<Name, unknown>>;

class KeepInput implements Input<Of<'keep'>> {
  @Column() column: unknown;
  @IsArray() @ArrayMaxSize(10_000) @Validate(IsPlainValue, { each: true }) keep: unknown;
  @IsOptional() @IsBoolean() not: unknown;
}

class RangeInput implements Input<Extract<Filter, { from?: unknown }>> {
  @Column() column: unknown;
  @IsOptional() @Validate(IsPlainValue) from: unknown;
  @IsOptional() @Validate(IsPlainValue) to: unknown;
}

class WindowInput implements Input<Of<'window'>> {
  @Column() column: unknown;
  @Validate(IsWindow) window: unknown;
}

class PresentInput implements Input<Of<'present'>> {
  @Column() column: unknown;
  @IsBoolean() present: unknown;
}

class TopByInput implements Input<Of<'top'>['by']> {
  @IsDefined() @Nested(amountInput) amount: unknown;
  @IsSummary() summary: unknown;
}

class TopInput implements Input<Of<'top'>> {
  @Column() column: unknown;
  @IsInt() @Min(1) @Max(100_000) top: unknown;
  @IsDefined() @Nested(() => TopByInput) by: unknown;
  @IsOptional() @IsBoolean() ascending: unknown;
}

export const filterInput = byNames([
  [['keep'], KeepInput],
  [['from', 'to'], RangeInput],
  [['window'], WindowInput],
  [['present'], PresentInput],
  [['top'], TopInput],
]);

export const MOST_FILTERS = 100;
