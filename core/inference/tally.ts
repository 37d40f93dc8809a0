import { monthNumber, weekdayNumber } from './calendar-words';
import { readTime } from './clock';
import { scanDate } from './date';
import { scanPlainDate, type DateScan } from './plain-date';
import { Memo } from './memo';
import { readDuration } from './duration';
import { readNumber, type NumberReading } from './number';
import { isErrorCell, isMissingWord, readYesNo } from './words';

/**
 * What one cell could be, as bits: a cell may be several things at once ("03/04/2025" is a day under two orders,
 * "1,234" a number under two decimal signs), and only the whole column decides.
 */
export const FACT = {
  empty: 1 << 0,
  missingWord: 1 << 1,
  /** A number where the decimal sign is a point; where it is a comma; and whether whole under each. */
  point: 1 << 2,
  comma: 1 << 3,
  pointWhole: 1 << 4,
  commaWhole: 1 << 5,
  separated: 1 << 6,
  leadingZero: 1 << 7,
  percent: 1 << 8,
  currency: 1 << 9,
  dmy: 1 << 10,
  mdy: 1 << 11,
  ymd: 1 << 12,
  /** The orders of day and month give different days. */
  orderMatters: 1 << 13,
  withTime: 1 << 14,
  month: 1 << 15,
  quarter: 1 << 16,
  week: 1 << 17,
  zoned: 1 << 18,
  time: 1 << 19,
  yesNo: 1 << 20,
  zeroOne: 1 << 21,
  year: 1 << 22,
  monthWord: 1 << 23,
  weekdayWord: 1 << 24,
  long: 1 << 25,
  spaced: 1 << 26,
  withDigit: 1 << 27,
  /** More digits than a 64-bit integer holds for certain. */
  big: 1 << 28,
  /** Further than 1 from zero; and a whole number from 1000 on that carries no separator. */
  aboveOne: 1 << 29,
  bareThousand: 1 << 30,
} as const;

/** Further facts, which do not fit beside the others in 31 bits. */
export const MORE = {
  /** A whole step of the calendar: a financial year. */
  financialYear: 1 << 0,
  /** A span of time, written as a clock or with words. */
  duration: 1 << 1,
  wordedDuration: 1 << 2,
  withSeconds: 1 << 3,
  /** A number with its unit behind it; one counted in thousands or millions. */
  unitPoint: 1 << 4,
  unitComma: 1 << 5,
  scaledPoint: 1 << 6,
  scaledComma: 1 << 7,
  phone: 1 << 8,
  errorCell: 1 << 9,
  /** Whole numbers that could be a spreadsheet's day number, or seconds or milliseconds since 1970. */
  dayNumber: 1 << 10,
  unixSeconds: 1 << 11,
  unixMilliseconds: 1 << 12,
  /** From 1 to 12, and from 0 to 23. */
  monthNumber: 1 << 13,
  hourNumber: 1 << 14,
  /** A whole number with a unit or a scale behind it. */
  tailWhole: 1 << 15,
  /** Capitals, figures and marks between, nothing else: "GT-104", "LHR". */
  code: 1 << 16,
  /** Seconds and milliseconds since 1970 that are times of these decades. */
  recentSeconds: 1 << 17,
  recentMilliseconds: 1 << 18,
  /** A few figures with one letter: "12A", "B7", as boats and rooms are numbered. */
  lettered: 1 << 19,
} as const;
/** Both words of facts in one number: the second counts in steps of 2^31. */
const STEP = 2 ** 31;
const UNIT = MORE.unitPoint | MORE.unitComma;
const SCALED = MORE.scaledPoint | MORE.scaledComma;

const LONG = 40;
/** Of plain numbers and dates so many different ones are told apart; of more, the database tells how many there are. */
const MOST_PLAIN = 2_000;

/** Counts, over all cells of one column, what each could be. Memory is bounded; the order of the rows makes no difference. */
export class ColumnTally {
  private readonly counted = new Map<number, number>();
  private lastFacts = -1;
  private lastCount = 0;
  readonly currencies = new Map<string, number>();
  /** How often each unit stands behind a number. */
  readonly units = new Map<string, number>();
  private readonly plain = new Set<string>();
  private readonly seen = new Memo((cell) => this.look(cell));
  cells: number;

  /** A column that turns up later has had `empty` empty cells so far. */
  constructor(empty = 0) {
    this.cells = empty;
    if (empty > 0) this.counted.set(FACT.empty, empty);
  }

  /** Counts a cell in; answers whether it is figures alone, at most one point among them. */
  add(cell: string): boolean {
    this.cells++;
    const first = cell.charCodeAt(0);
    if (((first > 47 && first < 58) || first === 45) && PLAIN_NUMBER.test(cell)) {
      if (this.tellsApart) this.plain.add(cell);
      this.count(plainNumberFacts(cell));
      return true;
    }
    this.countAll(this.factsOf(cell, first), cell);
    return false;
  }

  /** Counts in a cell again whose facts are known, as `add` would. */
  addKnown(facts: number, cell: string): void {
    this.cells++;
    this.countAll(facts, cell);
  }

  /** Counts in a plain cell of these facts, as `add` would; its text is left to `hold`. */
  addPlain(facts: number): void {
    this.cells++;
    this.count(facts);
  }

  /** Whether different plain numbers and dates are still told apart. */
  get tellsApart(): boolean {
    return this.plain.size <= MOST_PLAIN;
  }

  /** Holds the text of a plain number or date, to tell how many different ones there are. */
  hold(cell: string): void {
    this.plain.add(cell);
  }

  /** What a cell could be, bit by bit of `FACT` and, in steps of 2^31, of `MORE`. */
  factsOfCell(cell: string): number {
    return PLAIN_NUMBER.test(cell) ? plainNumberFacts(cell) : this.factsOf(cell, cell.charCodeAt(0));
  }

  private countAll(facts: number, cell: string): void {
    if ((facts % STEP) & FACT.currency) this.countCurrency(cell);
    if (Math.floor(facts / STEP) & UNIT) this.countUnit(cell);
    this.count(facts);
  }

  private count(facts: number): void {
    // Most cells of a column are alike: the last combination is counted without a look-up.
    if (facts === this.lastFacts) this.lastCount++;
    else {
      this.settle();
      this.lastFacts = facts;
      this.lastCount = 1;
    }
  }

  /** Plain dates are looked at faster than they are looked up, and hardly repeat in large columns. */
  private factsOf(cell: string, first: number): number {
    const date = first > 47 && first < 58 ? scanPlainDate(cell) : undefined;
    if (!date) return this.seen.get(cell);
    if (this.tellsApart) this.plain.add(cell);
    return plainDateFacts(date, cell);
  }

  private settle(): void {
    if (this.lastCount > 0) this.counted.set(this.lastFacts, (this.counted.get(this.lastFacts) ?? 0) + this.lastCount);
    this.lastCount = 0;
  }

  /** How many cells have each combination of facts. */
  get combinations(): ReadonlyMap<number, number> {
    this.settle();
    return this.counted;
  }

  /** How many cells have all of the facts `all` and none of `none`. */
  having(all: number, none = 0): number {
    let total = 0;
    for (const [facts, count] of this.combinations) {
      const low = facts % STEP;
      if ((low & all) === all && (low & none) === 0) total += count;
    }
    return total;
  }

  /** Whether a text stands in a cell; of columns with very many texts that cannot be told, and is `false`. */
  holds(text: string): boolean {
    for (const [cell] of this.seen.entries()) if (cell.trim().toLowerCase() === text) return true;
    return false;
  }

  /** How many cells have at least one of the facts. */
  havingAny(facts: number): number {
    let total = 0;
    for (const [combination, count] of this.combinations) if ((combination % STEP) & facts) total += count;
    return total;
  }

  /** How many cells have at least one of the further facts `more`, or one of the facts `facts`. */
  havingMore(more: number, facts = 0): number {
    let total = 0;
    for (const [combination, count] of this.combinations)
      if (Math.floor(combination / STEP) & more || (combination % STEP) & facts) total += count;
    return total;
  }

  /** Different cells other than empty ones; `undefined` where there are more than are held. */
  distinct(): number | undefined {
    if (this.seen.overflown || this.plain.size > MOST_PLAIN) return undefined;
    let total = this.plain.size;
    for (const [, facts] of this.seen.entries()) if (!((facts % STEP) & FACT.empty)) total++;
    return total;
  }

  /** The different texts of the column, where they are few; `undefined` where they are more than `most`. */
  texts(most: number): string[] | undefined {
    if (this.seen.overflown || this.plain.size > 0) return undefined;
    const texts = new Set<string>();
    for (const [text, facts] of this.seen.entries()) {
      if (!((facts % STEP) & FACT.empty)) texts.add(text.trim());
      if (texts.size > most) return undefined;
    }
    return [...texts];
  }

  private countUnit(cell: string): void {
    const unit = (readNumber(cell.trim(), '.') ?? readNumber(cell.trim(), ','))?.unit;
    if (unit) this.units.set(unit, (this.units.get(unit) ?? 0) + 1);
  }

  private countCurrency(cell: string): void {
    const code = (readNumber(cell.trim(), '.') ?? readNumber(cell.trim(), ','))?.currency;
    if (code) this.currencies.set(code, (this.currencies.get(code) ?? 0) + 1);
  }

  private look(raw: string): number {
    const cell = raw.trim();
    if (cell === '') return FACT.empty;
    if (PLAIN_NUMBER.test(cell)) return plainNumberFacts(cell);
    const date = scanPlainDate(cell);
    if (date) return plainDateFacts(date, cell);
    let facts = isMissingWord(cell) ? FACT.missingWord : 0;
    let more = isErrorCell(cell) ? MORE.errorCell : 0;
    const point = readNumber(cell, '.');
    const comma = /[.,]/.test(cell) ? readNumber(cell, ',') : point;
    if (point?.unit ?? comma?.unit) more |= (point ? MORE.unitPoint : 0) | (comma ? MORE.unitComma : 0);
    else if (point?.scaled ?? comma?.scaled) more |= (point ? MORE.scaledPoint : 0) | (comma ? MORE.scaledComma : 0);
    else facts |= numberFacts(cell, point, comma);
    if (more & (UNIT | SCALED) && (point?.whole ?? comma?.whole)) more |= MORE.tailWhole;
    if ((point ?? comma)?.currency) facts |= FACT.currency;
    const scan = scanDate(cell);
    if (scan) {
      facts |= factsOf(scan);
      if (scan.grade === 'year') more |= MORE.financialYear;
    } else if (readTime(cell)) facts |= FACT.time;
    more |= durationFacts(cell);
    const yes = readYesNo(cell);
    if (yes !== undefined) facts |= FACT.yesNo;
    if (CALENDAR_WORD.test(cell)) {
      if (monthNumber(cell)) facts |= FACT.monthWord;
      if (weekdayNumber(cell)) facts |= FACT.weekdayWord;
    }
    if (PHONE.test(cell) && !scan) more |= MORE.phone;
    if (CODE.test(cell)) more |= MORE.code;
    if (LETTERED.test(cell) && !(facts & (FACT.point | FACT.comma)) && !(more & (UNIT | SCALED))) more |= MORE.lettered;
    if (cell.length > LONG) facts |= FACT.long;
    if (cell.includes(' ')) facts |= FACT.spaced;
    if (/\d/.test(cell)) facts |= FACT.withDigit;
    return facts + more * STEP;
  }
}

function numberFacts(cell: string, point: NumberReading | undefined, comma: NumberReading | undefined): number {
  const either = point ?? comma;
  if (!either) return 0;
  let facts = 0;
  if (point) facts |= FACT.point | (point.whole ? FACT.pointWhole : 0);
  if (comma) facts |= FACT.comma | (comma.whole ? FACT.commaWhole : 0);
  if (/[.,]/.test(cell)) facts |= FACT.separated;
  if (either.leadingZero) facts |= FACT.leadingZero;
  if (either.percent) facts |= FACT.percent;
  if (either.value.replace(/\D/g, '').length > 18) facts |= FACT.big;
  if (Math.abs(Number(either.value)) > 1) facts |= FACT.aboveOne;
  if (/^-?\d{4,}$/.test(cell)) facts |= FACT.bareThousand;
  return facts;
}

function durationFacts(cell: string): number {
  const duration = readDuration(cell);
  if (!duration) return 0;
  return (
    MORE.duration | (duration.worded ? MORE.wordedDuration : 0) | (duration.seconds % 60 === 0 ? 0 : MORE.withSeconds)
  );
}

/** Of codes with spaces, as plates and postcodes have, every part is short and one holds a figure. */
const CODE = /^(?:[A-Z0-9][A-Z0-9./_-]{1,15}|(?=.*\d)[A-Z0-9][A-Z0-9./_-]{0,7}(?: [A-Z0-9./_-]{1,8}){1,3})$/;

/** No letter that is easily typed for a figure: "12O" is a slip. */
const LETTERED = /^(?:[A-HJ-NP-Z]\d{1,4}|\d{1,4}[A-HJ-NP-Za-hjkmnp-z])$/;

/** Figures grouped as telephone numbers are, with a plus or a nought in front, or an area code in parentheses. */
const PHONE = /^(?:\+\d|\(\d|0\d)[\d\s()/.-]{6,18}\d$/;

/** Figures alone, at most one point among them: no words, no separators, and short enough to be exact. */
const PLAIN_NUMBER = /^-?(?:0|[1-9]\d{0,14})(?:\.\d{1,6})?$/;
const CALENDAR_WORD = /^[\p{L}-]{2,13}\.?$/u;

/** What `look` finds of a plain number, without trying every way to write one. */
function plainNumberFacts(cell: string): number {
  const at = cell.indexOf('.');
  const decimals = at < 0 ? 0 : cell.length - at - 1;
  const facts = numberFactsOf(Number(cell), decimals, cell.length);
  // "20250314" is also a day, "12.2024" also a month: both look alike in the low facts alone.
  return couldBeDate(decimals, cell.length)
    ? ((facts % STEP) | dateFacts(cell)) + Math.floor(facts / STEP) * STEP
    : facts;
}

/** Whether figures alone of such a length may also be a date: then their text is needed to tell. */
export const couldBeDate = (decimals: number, length: number): boolean =>
  decimals === 4 || (decimals === 0 && length >= 8);

/** The facts of figures alone, by their value, how many stand behind the point, and how long they are; but for dates. */
export function numberFactsOf(value: number, decimals: number, length: number): number {
  let facts = FACT.point | FACT.withDigit;
  let more = 0;
  if (decimals === 0) {
    facts |= FACT.comma | FACT.pointWhole | FACT.commaWhole;
    if (value >= 1500 && value <= 2199) facts |= FACT.year;
    if (value >= 1000 || value <= -1000) facts |= FACT.bareThousand;
    if (length === 1 && value <= 1) facts |= FACT.zeroOne;
    more = wholeNumberFacts(value);
  } else {
    facts |= FACT.separated;
    // "1.234" is also a thousand and more where the comma is the decimal sign.
    if (decimals === 3 && (value >= 1 || value <= -1) && length - 4 <= (value < 0 ? 4 : 3))
      facts |= FACT.comma | FACT.commaWhole;
  }
  if (value > 1 || value < -1) facts |= FACT.aboveOne;
  return facts + more * STEP;
}

/** The facts of a plain date, which depend, where its order is plain, on how it is written alone. */
export function plainDateFacts(date: DateScan, cell: string): number {
  return factsOf(date) | FACT.withDigit | (cell.length > 10 && cell.charCodeAt(10) === 32 ? FACT.spaced : 0);
}

/** 9 September 2001 (the first with ten figures) to the end of 2034, in seconds since 1970. */
const RECENT_FROM = 1_000_000_000;
const RECENT_TO = 2_051_222_400;

/** From 1955 to 2119 as a spreadsheet's day numbers; from 1980 to 2100 as seconds or milliseconds since 1970. */
function wholeNumberFacts(value: number): number {
  let more = 0;
  if (value >= 20_000 && value <= 80_000) more |= MORE.dayNumber;
  if (value >= 3.15e8 && value <= 4.11e9) more |= MORE.unixSeconds;
  if (value >= 3.15e11 && value <= 4.11e12) more |= MORE.unixMilliseconds;
  if (value >= RECENT_FROM && value < RECENT_TO) more |= MORE.recentSeconds;
  if (value >= RECENT_FROM * 1000 && value < RECENT_TO * 1000) more |= MORE.recentMilliseconds;
  if (value >= 1 && value <= 12) more |= MORE.monthNumber;
  if (value >= 0 && value <= 23) more |= MORE.hourNumber;
  return more;
}

function dateFacts(cell: string): number {
  const scan = scanDate(cell);
  if (!scan) return readTime(cell) ? FACT.time : 0;
  return factsOf(scan);
}

function factsOf(scan: DateScan): number {
  const { DMY, MDY, YMD } = scan.under;
  let facts = 0;
  if (DMY !== undefined) facts |= FACT.dmy;
  if (MDY !== undefined) facts |= FACT.mdy;
  if (YMD !== undefined) facts |= FACT.ymd;
  if (DMY !== MDY) facts |= FACT.orderMatters;
  if (scan.grade === 'time') facts |= FACT.withTime;
  if (scan.grade === 'month') facts |= FACT.month;
  if (scan.grade === 'quarter') facts |= FACT.quarter;
  if (scan.grade === 'week') facts |= FACT.week;
  if (scan.zoned) facts |= FACT.zoned;
  return facts;
}
