import { STEPS } from '../../calendar';
import {
  ArrayMinSize,
  Equals,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  Validate,
} from 'class-validator';
import { isDrawn, type ChartSpec, type ChartText, type PlacedPoint } from '../chart-spec';
import { acrossInput } from './across';
import { filterInput, MOST_FILTERS } from './filter';
import { InvalidInput } from './invalid';
import { Column, SheetId } from './keys';
import { LayerInput } from './layer';
import { ReferenceInput, RemarksInput, TrendInput, viewInput } from './looking';
import { LookInput, SeriesStyleInput } from './look';
import { byNames, Nested, NestedList, type Input } from './part';
import { IsPlainValue, TEXT_LIMIT, TextsByName } from './rules';
import { ScalesInput } from './scale';
import { validInput } from './valid';

type Panels = NonNullable<ChartSpec['panels']>;

class SplitInput implements Input<NonNullable<ChartSpec['split']>> {
  @Column() column: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(200) keep: unknown;
  @IsOptional() @IsIn(['year', 'quarter']) step: unknown;
}

class ByLayerInput implements Input<Extract<Panels, { by: 'layer' }>> {
  @Equals('layer') by: unknown;
}

class ByColumnInput implements Input<Exclude<Panels, { by: 'layer' }>> {
  @Column() column: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(200) keep: unknown;
}

const panelsInput = byNames([
  [['by'], ByLayerInput],
  [['column'], ByColumnInput],
]);

class TextInput implements Input<ChartText> {
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) title: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) subtitle: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) across: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) left: unknown;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) right: unknown;
  @IsOptional() @IsString() @MaxLength(2000) note: unknown;
  @IsOptional() @IsObject() @Validate(TextsByName) series: unknown;
}

class CalendarInput implements Input<NonNullable<ChartSpec['calendar']>> {
  @IsOptional() @IsIn(['monday', 'sunday']) weekStart: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(12) yearStart: unknown;
}

class SetAsideInput implements Input<PlacedPoint> {
  @Validate(IsPlainValue) across: unknown;
  @IsOptional() @IsString() series: unknown;
  @IsOptional() @IsNumber() up: unknown;
  @IsOptional() @IsIn(STEPS) step: unknown;
}

class ChartSpecInput implements Input<ChartSpec> {
  @Equals(1) version: unknown;
  @SheetId() sheet: unknown;
  @IsOptional() @Nested(() => CalendarInput) calendar: unknown;
  @IsDefined() @Nested(acrossInput) across: unknown;
  @IsOptional() @Nested(() => SplitInput) split: unknown;
  @IsOptional() @Nested(panelsInput) panels: unknown;
  @ArrayMinSize(1) @NestedList(() => LayerInput, 40) layers: unknown;
  @NestedList(filterInput, MOST_FILTERS) filters: unknown;
  @IsOptional() @NestedList(() => SetAsideInput, 500) setAside: unknown;
  @IsDefined() @Nested(() => ScalesInput) scales: unknown;
  @IsDefined() @Nested(() => TextInput) text: unknown;
  @IsOptional() @Nested(() => LookInput) look: unknown;
  /** By series id: each is checked by itself. */
  @IsOptional() @IsObject() series: unknown;
  @IsOptional() @NestedList(() => TrendInput, 40) trends: unknown;
  @IsOptional() @NestedList(() => ReferenceInput, 40) references: unknown;
  @IsOptional() @Nested(() => RemarksInput) remarks: unknown;
  @IsOptional() @Nested(viewInput) view: unknown;
}

/** Where null stands for what is blank. */
const BLANKS = /^(?:(?:layers\.\d+\.from\.)?filters\.\d+\.(?:keep\.\d+|from|to)|setAside\.\d+\.across)$/;

/**
 * Checks that a value from outside is a ChartSpec: every name known, every value of its kind.
 * @throws InvalidInput naming each place that is wrong.
 */
export function parseSpec(value: unknown): ChartSpec {
  validInput(ChartSpecInput, value, 'spec', { nulls: (path) => BLANKS.test(path) });
  const spec = value as ChartSpec;
  // Series have no fixed names: each is checked by itself.
  for (const [id, style] of Object.entries(spec.series ?? {})) {
    if (id.length > TEXT_LIMIT) throw new InvalidInput([{ path: 'series', message: 'holds an id that is too long' }]);
    validInput(SeriesStyleInput, style, 'series style', { at: `series.${id}.` });
  }
  const { layers, trends = [], references = [], remarks } = spec;
  for (const [path, list] of [
    ['layers', layers],
    ['trends', trends],
    ['references', references],
    ['remarks.own', remarks?.own ?? []],
  ] as const) {
    const ids = list.map(({ id }) => id);
    const twice = ids.findIndex((id, i) => ids.indexOf(id) !== i);
    if (twice >= 0)
      throw new InvalidInput([{ path: `${path}.${twice}.id`, message: `id "${ids[twice]}" stands twice` }]);
  }
  if (!spec.layers.some(isDrawn))
    throw new InvalidInput([{ path: 'layers', message: 'at least one layer must be drawn' }]);
  return spec;
}
