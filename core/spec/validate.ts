import 'reflect-metadata';
import { plainToInstance, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  Validate,
  ValidateIf,
  ValidateNested,
  validateSync,
  type ValidationError,
} from 'class-validator';
import { CYCLES, LOCALES, STEPS } from '../calendar';
import { SUMMARIES } from '../inference';
import { THENS } from '../then';
import {
  ALIGNMENTS,
  FACES,
  FITS,
  GAPS,
  GRIDS,
  LABEL_ANGLES,
  LEGENDS,
  isDrawn,
  LETTERS,
  SCROLLS,
  NUMBER_UNITS,
  SYMBOLS,
  type ChartSpec,
} from './chart-spec';
import { SHAPES } from './shapes';
import {
  AboveMin,
  ColorsByName,
  ExactlyOneOf,
  IsPlainValue,
  IsWindow,
  Nested,
  TEXT_LIMIT,
  TextsByName,
} from './input-rules';
import { InvalidInput, type InputError } from './invalid-input';
import { checkPlain } from './plain-input';

const COLUMN_KEY = /^c[1-9]\d{0,5}$/;
const Column = () => Matches(COLUMN_KEY, { message: '$property must be a column key such as "c1"' });
const SheetId = () => Matches(/^\w{1,64}$/, { message: '$property must be the id of a sheet' });

class AmountInput {
  @Validate(ExactlyOneOf, [['column'], ['rows'], ['formula']]) readonly kind = undefined;
  @IsOptional() @Column() column?: string;
  @IsOptional() @Equals(true) rows?: true;
  @IsOptional() @IsString() @Length(1, 1000) formula?: string;
  @IsOptional() @IsBoolean() rowsFirst?: boolean;
  @IsOptional() @Equals('zero') blanks?: string;
  @IsOptional() @Equals('%') unit?: string;
}

class OrderInput {
  @IsIn(['value', 'name', 'sheet', 'calendar', 'amount']) by!: string;
  @IsOptional() @IsString() layer?: string;
  @IsOptional() @IsBoolean() descending?: boolean;
  @ValidateIf((order: OrderInput) => order.by === 'amount' || order.amount !== undefined)
  @IsDefined()
  @Nested(() => AmountInput)
  amount?: AmountInput;
  @ValidateIf((order: OrderInput) => order.by === 'amount' || order.summary !== undefined)
  @IsIn(SUMMARIES)
  summary?: string;
}

class WithinInput {
  @Column() column!: string;
  @IsString() value!: string;
}

class RowsOrderInput {
  @Column() column!: string;
  @IsOptional() @IsBoolean() descending?: boolean;
}

class AcrossInput {
  @IsIn(['time', 'cycle', 'group', 'number', 'bins', 'rows']) as!: string;
  @Column() column!: string;
  @ValidateIf((across: AcrossInput) => across.as === 'time' || across.step !== undefined) @IsIn(STEPS) step?: string;
  @IsOptional() @IsIn(GAPS) gaps?: string;
  @IsOptional() @IsIn(['keep', 'leave-out']) partial?: string;
  @ValidateIf((across: AcrossInput) => across.as === 'cycle' || across.cycle !== undefined)
  @IsIn(CYCLES)
  cycle?: string;
  @IsOptional()
  @Nested(({ object } = { newObject: {}, object: {}, property: '' }) =>
    (object as { as?: unknown }).as === 'rows' ? RowsOrderInput : OrderInput,
  )
  order?: OrderInput | RowsOrderInput;
  @IsOptional() @IsInt() @Min(1) @Max(1000) keep?: number;
  @IsOptional() @IsArray() @ArrayMaxSize(2) @IsIn(['blank', 'zero'], { each: true }) omit?: string[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => WithinInput)
  within?: WithinInput[];
  @IsOptional() @IsInt() @Min(2) @Max(200) count?: number;
}

class SplitInput {
  @Column() column!: string;
  @IsOptional() @IsInt() @Min(1) @Max(200) keep?: number;
  @IsOptional() @IsIn(['year', 'quarter']) step?: string;
}

class PanelsInput {
  @Validate(ExactlyOneOf, [['by'], ['column']]) readonly kind = undefined;
  @IsOptional() @Equals('layer') by?: string;
  @IsOptional() @Column() column?: string;
  @IsOptional() @IsInt() @Min(1) @Max(200) keep?: number;
}

class TopByInput {
  @IsDefined() @Nested(() => AmountInput) amount!: AmountInput;
  @IsIn(SUMMARIES) summary!: string;
}

class FilterInput {
  @Column() @Validate(ExactlyOneOf, [['keep'], ['from', 'to'], ['window'], ['present'], ['top']]) column!: string;
  @IsOptional() @IsArray() @ArrayMaxSize(10_000) @Validate(IsPlainValue, { each: true }) keep?: unknown[];
  @IsOptional() @IsBoolean() not?: boolean;
  @IsOptional() @Validate(IsPlainValue) from?: unknown;
  @IsOptional() @Validate(IsPlainValue) to?: unknown;
  @IsOptional() @Validate(IsWindow) window?: unknown;
  @IsOptional() @IsBoolean() present?: boolean;
  @IsOptional() @IsInt() @Min(1) @Max(100_000) top?: number;
  @ValidateIf((filter: FilterInput) => filter.top !== undefined || filter.by !== undefined)
  @IsDefined()
  @Nested(() => TopByInput)
  by?: TopByInput;
  @IsOptional() @IsBoolean() ascending?: boolean;
}

class FromInput {
  @SheetId() sheet!: string;
  @Column() across!: string;
  @IsOptional() @Column() split?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => FilterInput)
  filters?: FilterInput[];
}

class ThenByInput {
  @IsOptional() @Equals('year') restart?: string;
  @IsOptional() @IsIn(['previous', 'year-before']) against?: string;
  @IsOptional() @IsInt() @Min(2) @Max(1000) over?: number;
}

class FigureInput {
  @IsOptional() @IsIn(['previous', 'year-before', 'none']) against?: string;
  @IsOptional() @IsInt() @Min(0) @Max(10) decimals?: number;
  @IsOptional() @IsBoolean() line?: boolean;
}

class StyleInput {
  @IsOptional() @Matches(/^#[0-9a-fA-F]{6}$/, { message: 'color must be written #rrggbb' }) color?: string;
  @IsOptional() @IsIn(['solid', 'dashed', 'dotted']) dash?: string;
  @IsOptional() @IsNumber() @Min(0.5) @Max(12) width?: number;
  @IsOptional() @IsIn(['straight', 'smooth', 'step']) curve?: string;
  @IsOptional() @IsBoolean() points?: boolean;
  @IsOptional() @IsNumber() @Min(1) @Max(30) pointSize?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) clear?: number;
  @IsOptional() @IsIn([true, false, 'ends', 'extremes']) values?: boolean | string;
  @IsOptional() @IsIn(['amount', 'share', 'both']) valuesAs?: string;
  @IsOptional() @IsIn(['parts', 'totals', 'both']) valuesOf?: string;
  @IsOptional() @IsIn(['whole', 'half']) ring?: string;
  @IsOptional() @IsIn(['place', 'all']) shareOf?: string;
  @IsOptional() @Nested(() => FigureInput) figure?: FigureInput;
  @IsOptional() @IsIn(SYMBOLS) symbol?: string;
}

/** What of one series may differ from its layer. */
class SeriesStyleInput {
  @IsOptional() @IsIn(['solid', 'dashed', 'dotted']) dash?: string;
  @IsOptional() @IsNumber() @Min(0.5) @Max(12) width?: number;
  @IsOptional() @IsBoolean() points?: boolean;
  @IsOptional() @IsNumber() @Min(1) @Max(30) pointSize?: number;
  @IsOptional() @IsIn(SYMBOLS) symbol?: string;
  @IsOptional() @IsIn([true, false, 'ends', 'extremes']) values?: boolean | string;
  @IsOptional() @IsIn(['left', 'right']) side?: string;
}

class LettersInput {
  @IsOptional() @IsIn(FACES) face?: string;
  @IsOptional() @IsNumber() @Min(8) @Max(60) size?: number;
  @IsOptional() @IsBoolean() bold?: boolean;
  @IsOptional() @IsBoolean() italic?: boolean;
  @IsOptional() @Matches(/^#[0-9a-fA-F]{6}$/, { message: 'color must be written #rrggbb' }) color?: string;
}

class LookInput {
  @IsOptional() @IsIn(GRIDS) grid?: string;
  @IsOptional() @IsBoolean() plumb?: boolean;
  @IsOptional() @IsBoolean() ticks?: boolean;
  @IsOptional() @IsIn(LEGENDS) legend?: string;
  @IsOptional() @IsIn(LETTERS) letters?: string;
  @IsOptional() @IsIn(ALIGNMENTS) title?: string;
  @IsOptional() @IsIn(LABEL_ANGLES) labels?: string;
  @IsOptional() @Matches(/^#[0-9a-fA-F]{6}$/, { message: 'ground must be written #rrggbb' }) ground?: string;
  @IsOptional() @IsBoolean() frame?: boolean;
  @IsOptional() @IsObject() @Validate(ColorsByName) colors?: Record<string, string>;
  @IsOptional() @IsIn(LOCALES) locale?: string;
  @IsOptional() @IsIn(SCROLLS) scroll?: string;
  @IsOptional() @IsBoolean() minor?: boolean;
  @IsOptional() @Nested(() => LettersInput) titleLetters?: LettersInput;
  @IsOptional() @Nested(() => LettersInput) axisLetters?: LettersInput;
}

class LayerInput {
  @IsString() @Length(1, 64) id!: string;
  @IsDefined() @Nested(() => AmountInput) amount!: AmountInput;
  @IsIn(SUMMARIES) summary!: string;
  @IsIn(SHAPES) shape!: string;
  @IsIn(['left', 'right']) side!: string;
  @IsOptional() @IsIn(['none', 'stacked', 'share']) stack?: string;
  @IsOptional()
  @IsIn(THENS)
  then?: string;
  @IsOptional() @Nested(() => ThenByInput) thenBy?: ThenByInput;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) name?: string;
  @IsOptional() @Column() per?: string;
  @IsOptional() @Nested(() => FromInput) from?: FromInput;
  @IsOptional() @IsString() fills?: string;
  @IsOptional() @IsBoolean() whole?: boolean;
  @IsOptional() @Nested(() => StyleInput) style?: StyleInput;
}

class NumbersInput {
  @IsOptional() @IsIn(NUMBER_UNITS) in?: string;
  @IsOptional() @IsInt() @Min(0) @Max(10) decimals?: number;
}

class ScaleInput {
  @IsIn(FITS) fit!: string;
  /** One end of a fixed scale may be free. */
  @ValidateIf((scale: ScaleInput) => (scale.fit === 'fixed' && scale.max === undefined) || scale.min !== undefined)
  @IsNumber()
  min?: number;
  @ValidateIf((scale: ScaleInput) => (scale.fit === 'fixed' && scale.min === undefined) || scale.max !== undefined)
  @IsNumber()
  @Validate(AboveMin)
  max?: number;
  @IsOptional() @IsIn(['linear', 'log']) kind?: string;
  @IsOptional() @IsInt() @Min(1) @Max(40) steps?: number;
  @IsOptional() @IsBoolean() matchZero?: boolean;
  @IsOptional() @IsBoolean() same?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(1) room?: number;
  @IsOptional() @Nested(() => NumbersInput) numbers?: NumbersInput;
}

class ScalesInput {
  @IsDefined() @Nested(() => ScaleInput) left!: ScaleInput;
  @IsOptional() @Nested(() => ScaleInput) right?: ScaleInput;
  @IsOptional() @Nested(() => ScaleInput) across?: ScaleInput;
}

class TextInput {
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) title?: string;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) subtitle?: string;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) across?: string;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) left?: string;
  @IsOptional() @IsString() @MaxLength(TEXT_LIMIT) right?: string;
  @IsOptional() @IsString() @MaxLength(2000) note?: string;
  @IsOptional() @IsObject() @Validate(TextsByName) series?: Record<string, string>;
}

class CalendarInput {
  @IsOptional() @IsIn(['monday', 'sunday']) weekStart?: string;
  @IsOptional() @IsInt() @Min(1) @Max(12) yearStart?: number;
}

class SetAsideInput {
  @Validate(IsPlainValue) across!: unknown;
  @IsOptional() @IsString() series?: string;
  @IsOptional() @IsNumber() up?: number;
}

class ChartSpecInput {
  @Equals(1) version!: number;
  @SheetId() sheet!: string;
  @IsOptional() @Nested(() => CalendarInput) calendar?: CalendarInput;
  @IsDefined() @Nested(() => AcrossInput) across!: AcrossInput;
  @IsOptional() @Nested(() => SplitInput) split?: SplitInput;
  @IsOptional() @Nested(() => PanelsInput) panels?: PanelsInput;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => LayerInput)
  layers!: LayerInput[];
  @IsArray() @ArrayMaxSize(100) @ValidateNested({ each: true }) @Type(() => FilterInput) filters!: FilterInput[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => SetAsideInput)
  setAside?: SetAsideInput[];
  @IsDefined() @Nested(() => ScalesInput) scales!: ScalesInput;
  @IsDefined() @Nested(() => TextInput) text!: TextInput;
  @IsOptional() @Nested(() => LookInput) look?: LookInput;
  @IsOptional() @IsObject() series?: Record<string, unknown>;
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
  const ids = spec.layers.map((layer) => layer.id);
  const twice = ids.findIndex((id, i) => ids.indexOf(id) !== i);
  if (twice >= 0) throw new InvalidInput([{ path: `layers.${twice}.id`, message: `id "${ids[twice]}" stands twice` }]);
  if (!spec.layers.some(isDrawn))
    throw new InvalidInput([{ path: 'layers', message: 'at least one layer must be drawn' }]);
  return spec;
}

/**
 * Checks a plain value against a class with class-validator decorators; unknown names are errors.
 * @param nulls where null means something; elsewhere it is no way to leave something out
 * @throws InvalidInput
 */
export function validInput<T extends object>(
  shape: new () => T,
  value: unknown,
  what: string,
  { at = '', nulls = () => false }: { at?: string; nulls?: (path: string) => boolean } = {},
): T {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new InvalidInput([{ path: at.replace(/\.$/, ''), message: `${what} must be an object` }]);
  checkPlain(value, nulls);
  const input = plainToInstance(shape, value);
  const errors = validateSync(input, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  if (errors.length > 0) throw new InvalidInput(errors.flatMap((error) => flatten(error, at)));
  return input;
}

function flatten(error: ValidationError, above: string): InputError[] {
  const path =
    error.property === 'kind' && !error.children?.length ? above.replace(/\.$/, '') : `${above}${error.property}`;
  const own = Object.values(error.constraints ?? {}).map((message) => ({ path, message }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, `${path}.`))];
}
