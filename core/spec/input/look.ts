import {
  IsBoolean,
  IsIn,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  Validate,
} from 'class-validator';
import { LOCALES } from '../../calendar';
import {
  ALIGNMENTS,
  FACES,
  GRIDS,
  LABEL_ANGLES,
  LEGENDS,
  LETTERS,
  SCROLLS,
  SYMBOLS,
  type ChartLook,
  type Letters,
  type SeriesStyle,
} from '../chart-spec';
import { Color } from './keys';
import { Nested, type Input } from './part';
import { ColorsByName } from './rules';

/** What of one series may differ from its layer. */
export class SeriesStyleInput implements Input<SeriesStyle> {
  @IsOptional() @IsIn(['solid', 'dashed', 'dotted']) dash: unknown;
  @IsOptional() @IsNumber() @Min(0.5) @Max(12) width: unknown;
  @IsOptional() @IsBoolean() points: unknown;
  @IsOptional() @IsNumber() @Min(1) @Max(30) pointSize: unknown;
  @IsOptional() @IsIn(SYMBOLS) symbol: unknown;
  @IsOptional() @IsIn([true, false, 'ends', 'extremes']) values: unknown;
  @IsOptional() @IsIn(['left', 'right']) side: unknown;
}

class LettersInput implements Input<Letters> {
  @IsOptional() @IsIn(FACES) face: unknown;
  @IsOptional() @IsNumber() @Min(8) @Max(60) size: unknown;
  @IsOptional() @IsBoolean() bold: unknown;
  @IsOptional() @IsBoolean() italic: unknown;
  @IsOptional() @Color() color: unknown;
}

export class LookInput implements Input<ChartLook> {
  @IsOptional() @IsIn(GRIDS) grid: unknown;
  @IsOptional() @IsBoolean() plumb: unknown;
  @IsOptional() @IsBoolean() ticks: unknown;
  @IsOptional() @IsIn(LEGENDS) legend: unknown;
  @IsOptional() @IsIn(LETTERS) letters: unknown;
  @IsOptional() @IsIn(ALIGNMENTS) title: unknown;
  @IsOptional() @IsIn(LABEL_ANGLES) labels: unknown;
  @IsOptional() @Color() ground: unknown;
  @IsOptional() @IsBoolean() frame: unknown;
  @IsOptional() @IsObject() @Validate(ColorsByName) colors: unknown;
  @IsOptional() @IsString() @MaxLength(64) palette: unknown;
  @IsOptional() @IsIn(LOCALES) locale: unknown;
  @IsOptional() @IsIn(SCROLLS) scroll: unknown;
  @IsOptional() @IsBoolean() minor: unknown;
  @IsOptional() @Nested(() => LettersInput) titleLetters: unknown;
  @IsOptional() @Nested(() => LettersInput) axisLetters: unknown;
}
