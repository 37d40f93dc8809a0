import { DAY, instant, isoDate, isoDateTime } from '../calendar';
import { beginning, storable } from '../reading';
import { readTime } from './clock';
import { durationText, readDuration } from './duration';
import { scanDate, writeDate } from './date';
import { Memo } from './memo';
import { scanPlainDate } from './plain-date';
import { readNumber, shift } from './number';
import { PictureSample } from './picture';
import { isDated, type ColumnFormat, type ColumnProfile } from './profile';
import { isMissingWord, meansNothing, readYesNo } from './words';

/** How many unread cells a profile shows; all of them are counted and kept with their rows. */
const SAMPLES = 20;
const SAMPLE_LENGTH = 80;

/** The cell holds something that the column's type cannot read. */
export const UNREAD = Symbol('unread');

/** One cell as the text of a typed value (ISO 8601 dates, plain decimals, `true`/`false`), `null` for missing, or `UNREAD`. */
export type CellReader = (cell: string) => string | null | typeof UNREAD;

/** The reader of a column's cells by its type and format. */
export function cellReader(profile: Pick<ColumnProfile, 'type' | 'format'>): CellReader {
  const nothing = profile.format.missing;
  if (profile.type === 'text')
    return (cell) => {
      const text = cell.trim();
      return text === '' || meansNothing(text) || nothing?.includes(text.toLowerCase()) ? null : text;
    };
  const read = typedReader(profile);
  return (raw) => {
    const cell = raw.trim();
    if (cell === '') return null;
    const value = read(cell);
    if (value !== undefined) return value;
    return isMissingWord(cell) ? null : UNREAD;
  };
}

function typedReader({ type, format }: Pick<ColumnProfile, 'type' | 'format'>): (cell: string) => string | undefined {
  const order = format.dateOrder ?? 'DMY';
  const { counted, duration } = format;
  if (counted) return (cell) => readCounted(cell, counted);
  if (duration)
    return (cell) => {
      const span = readDuration(cell);
      return span && durationText(span.seconds, duration);
    };
  switch (type) {
    case 'integer':
      return (cell) => {
        const value = storedNumber(cell, format);
        return value !== undefined && !value.includes('.') && (format.big || value.length <= 18) ? value : undefined;
      };
    case 'decimal':
      return (cell) => storedNumber(cell, format);
    case 'date':
    case 'datetime':
      return (cell) => {
        const scan = scanDate(cell);
        return scan && writeDate(scan, order, type === 'datetime');
      };
    case 'time':
      return readTime;
    case 'boolean':
      return (cell) => {
        const yes = readYesNo(cell) ?? (cell === '1' ? true : cell === '0' ? false : undefined);
        return yes === undefined ? undefined : String(yes);
      };
    case 'text':
      return (cell) => cell;
  }
}

const PLAIN_WHOLE = /^-?(?:0|[1-9]\d{0,17})$/;
const PLAIN_DECIMAL = /^-?(?:0|[1-9]\d{0,17})(?:\.\d+)?$/;

/** Reads the cells that are written as they are stored, without looking them up; `undefined` for all others. */
function plainReader({ type, format }: Pick<ColumnProfile, 'type' | 'format'>): (cell: string) => string | undefined {
  if (format.counted || format.duration || format.power) return () => undefined;
  if (type === 'integer') return (cell) => (PLAIN_WHOLE.test(cell) ? cell : undefined);
  if (type === 'decimal' && format.decimal !== ',' && !format.percentPoints)
    return (cell) => (PLAIN_DECIMAL.test(cell) ? cell : undefined);
  if (type === 'date' || type === 'datetime') {
    const order = format.dateOrder ?? 'DMY';
    const timed = type === 'datetime';
    return (cell) => {
      const scan = scanPlainDate(cell);
      if (!scan) return undefined;
      return cell.charCodeAt(4) === 45 ? isoAlready(cell, timed) : writeDate(scan, order, timed);
    };
  }
  return () => undefined;
}

/** A cell that is ISO 8601 but for its seconds or its T, filled out. */
function isoAlready(cell: string, timed: boolean): string {
  const date = cell.length === 10 ? cell : cell.slice(0, 10);
  if (!timed) return date;
  return `${date}T${cell.length === 10 ? '00:00:00' : cell.length === 16 ? `${cell.slice(11)}:00` : cell.slice(11)}`;
}

/** A number as it is stored: only with the marks of its column, and as large as header and marks say. */
function storedNumber(cell: string, format: ColumnFormat): string | undefined {
  const number = readNumber(cell, format.decimal ?? '.');
  if (!number) return undefined;
  if (number.unit !== undefined && number.unit !== format.unitMark) return undefined;
  if (number.currency !== undefined && format.currency !== undefined && number.currency !== format.currency)
    return undefined;
  if (number.scaled && !format.scaled) return undefined;
  if (format.percentPoints && !number.percent) return moved(number.value, -2);
  return format.power && !number.percent ? moved(number.value, format.power) : number.value;
}

/** Moves the decimal point, digit for digit: "82" by -2 is "0.82". */
function moved(value: string, places: number): string {
  return value.startsWith('-') ? `-${shift(value.slice(1), places)}` : shift(value, places);
}

/** The day on which spreadsheets begin to count, so that their day 61 is 1 March 1900 (ISO/IEC 29500-1, 18.17.4.1). */
const DAY_NOUGHT = instant(1899, 12, 30);

function readCounted(cell: string, counted: NonNullable<ColumnFormat['counted']>): string | undefined {
  if (!/^\d+$/.test(cell)) return undefined;
  const count = Number(cell);
  if (counted === 'days') return count >= 61 && count < 2_958_466 ? isoDate(DAY_NOUGHT + count * DAY) : undefined;
  const at = counted === 'seconds' ? count * 1000 : count;
  return at < instant(9999) ? isoDateTime(at) : undefined;
}

/** Converts the cells of one column and gathers what its profile tells: counts, range, mean, and what could not be read. */
export class CellConverter {
  private readonly read: CellReader;
  private readonly memo: Memo<string | null | typeof UNREAD>;
  private readonly plainly: (cell: string) => string | undefined;
  private readonly numeric: boolean;
  private readonly longText: boolean;
  private count = 0;
  private missing = 0;
  private unread = 0;
  private readonly samples: { row: number; at: number; text: string }[] = [];
  private least = Infinity;
  private most = -Infinity;
  private first: string | undefined;
  private last: string | undefined;
  private sum = 0;
  private decimals = 0;
  private readonly sample: PictureSample;
  /** Whether dates are written with a time; `undefined` where the column holds none, or counts them. */
  readonly timed: boolean | undefined;

  /** A plain number is stored as it is written; of a column of whole numbers only without a point. */
  readonly takesPlain: boolean;
  readonly whole: boolean;
  /** The values hold no character that would have to be escaped: all but texts. */
  readonly plain: boolean;

  constructor(private profile: ColumnProfile) {
    this.plain = profile.type !== 'text';
    const { counted, duration, percentPoints, power, decimal } = profile.format;
    this.whole = profile.type === 'integer';
    this.timed = isDated(profile) && !counted && !duration ? profile.type === 'datetime' : undefined;
    this.takesPlain =
      (this.whole || profile.type === 'decimal') &&
      !counted &&
      !duration &&
      !percentPoints &&
      !power &&
      decimal !== ',';
    this.read = cellReader(profile);
    this.memo = new Memo(this.read);
    this.plainly = plainReader(profile);
    this.numeric = profile.type === 'integer' || profile.type === 'decimal';
    this.longText = profile.type === 'text';
    this.sample = new PictureSample(profile);
  }

  /**
   * The typed value of a cell as text, `null` for missing, or `UNREAD`; `row` is its number in the file, `at` its place in the sheet
   * from 0; `plainNumber` says that it was seen to be figures alone.
   */
  convert(cell: string, row: number, at = 0, plainNumber = false): string | null | typeof UNREAD {
    if (plainNumber && this.takesPlain && (!this.whole || !cell.includes('.'))) {
      this.gatherNumber(cell);
      return cell;
    }
    const value = this.longText ? this.read(cell) : (this.plainly(cell) ?? this.memo.get(cell));
    if (value === null) this.missing++;
    else if (value === UNREAD) this.note(cell, row, at);
    else this.gather(value);
    return value;
  }

  /** Gathers a cell again of which `convert` made this value. */
  again(value: string | null): void {
    if (value === null) this.missing++;
    else this.gather(value);
  }

  /** Gathers a plain number; answers whether the picture wants its text (`hold`). */
  addNumber(number: number, decimals: number): boolean {
    this.count++;
    if (number < this.least) this.least = number;
    if (number > this.most) this.most = number;
    this.sum += number;
    if (decimals > this.decimals) this.decimals = decimals;
    return this.sample.due();
  }

  /** Gathers a date, but for its range (`stretch`); answers whether the picture wants its text (`hold`). */
  addDate(): boolean {
    this.count++;
    return this.sample.due();
  }

  hold(value: string): void {
    this.sample.hold(value);
  }

  /** The range of dates reaches as far as this one. */
  stretch(value: string): void {
    if (this.first === undefined || value < this.first) this.first = value;
    if (this.last === undefined || value > this.last) this.last = value;
  }

  /** What the whole column is known as now; its cells are read as before. */
  setProfile(profile: ColumnProfile): void {
    this.profile = profile;
  }

  /** The profile with its figures filled in. */
  profiled(): ColumnProfile {
    const { format, stats } = this.profile;
    return {
      ...this.profile,
      format: this.numeric && this.decimals > 0 ? { ...format, decimals: this.decimals } : format,
      stats: {
        ...stats,
        count: this.count,
        missing: this.missing,
        ...this.range(),
        ...(this.numeric && this.count > 0 ? { mean: this.sum / this.count } : {}),
      },
      unread: { count: this.unread, samples: this.samples },
      picture: this.sample.picture(),
    };
  }

  private note(cell: string, row: number, at: number): void {
    this.unread++;
    if (this.samples.length < SAMPLES)
      this.samples.push({ row, at, text: beginning(storable(cell.trim()), SAMPLE_LENGTH) });
  }

  private gather(value: string): void {
    if (this.numeric) return this.gatherNumber(value);
    this.count++;
    this.sample.add(value);
    if (!this.longText) this.stretch(value);
  }

  private gatherNumber(value: string): void {
    const point = value.indexOf('.');
    if (this.addNumber(Number(value), point < 0 ? 0 : value.length - point - 1)) this.hold(value);
  }

  private range(): { min?: number | string; max?: number | string } {
    if (this.numeric) return this.count > 0 ? { min: this.least, max: this.most } : {};
    return this.first === undefined ? {} : { min: this.first, max: this.last };
  }
}
