import { isCalendarDate } from '../calendar';
import type { CellConverter } from './convert';
import { scanPlainDate } from './plain-date';
import { couldBeDate, numberFactsOf, plainDateFacts, type ColumnTally } from './tally';

/**
 * Reads the cells of a column that are written in one plain way straight from the bytes of a file, without making a text
 * of each. What it takes is counted exactly as `ColumnTally.add` and `CellConverter.convert` would; everything else it
 * leaves to them.
 */
export interface ByteLane {
  /**
   * Takes in the cell `bytes[from..to)`. `true` where it is stored as it stands, its stored bytes where they are others,
   * `false` where the cell has to be read as text.
   */
  take(bytes: Uint8Array, from: number, to: number): Uint8Array | boolean;
  /** Hears what was made of a cell that it left, so that it can take the next one like it. */
  learn?(bytes: Uint8Array, from: number, to: number, cell: string, value: string | null): void;
  /** Hands over what it held back until all cells were seen. */
  finish?(): void;
}

/** The lanes of a column, to be tried in order. `tally` is absent where the cells were counted before; `encode` makes the bytes that are stored of a value. */
export function byteLanes(
  converter: CellConverter,
  tally: ColumnTally | undefined,
  encode: (value: string | null) => Uint8Array,
): ByteLane[] {
  const known = new KnownTexts(converter, tally, encode);
  if (converter.takesPlain) return [new PlainNumbers(converter, tally), known];
  if (converter.timed !== undefined) return [new IsoDates(converter, tally, converter.timed), known];
  return [known];
}

const MINUS = 45;
const POINT = 46;
const ZERO = 48;
const MOST_DECIMALS = 6;
/** So many figures make a whole number that a double holds exactly, and so the value of a plain number comes out as `Number` makes it. */
const EXACT_FIGURES = 15;
const TENS = Array.from({ length: MOST_DECIMALS + 1 }, (_, i) => 10 ** i);

/** `-?(0|[1-9]\d*)(\.\d{1,6})?` of at most 15 figures, which are stored as they stand. */
class PlainNumbers implements ByteLane {
  private readonly seen = new Set<number>();

  constructor(
    private readonly converter: CellConverter,
    private readonly tally: ColumnTally | undefined,
  ) {}

  take(bytes: Uint8Array, from: number, to: number): Uint8Array | boolean {
    const negative = bytes[from] === MINUS;
    const start = negative ? from + 1 : from;
    let point = -1;
    let figures = 0;
    for (let i = start; i < to; i++) {
      const figure = bytes[i] - ZERO;
      if (figure >= 0 && figure <= 9) figures = figures * 10 + figure;
      else if (bytes[i] === POINT && point < 0) point = i;
      else return false;
    }
    const decimals = point < 0 ? 0 : to - point - 1;
    const whole = (point < 0 ? to : point) - start;
    if (whole < 1 || whole + decimals > EXACT_FIGURES || (whole > 1 && bytes[start] === ZERO)) return false;
    if (point >= 0 && (decimals < 1 || decimals > MOST_DECIMALS || this.converter.whole)) return false;
    if ((negative && figures === 0) || couldBeDate(decimals, to - from)) return false;
    const size = figures / TENS[decimals];
    const value = negative ? -size : size;
    if (this.tally) this.count(this.tally, value, negative ? -figures : figures, decimals, bytes, from, to);
    if (this.converter.addNumber(value, decimals)) this.converter.hold(asciiText(bytes, from, to));
    return true;
  }

  private count(
    tally: ColumnTally,
    value: number,
    figures: number,
    decimals: number,
    bytes: Uint8Array,
    from: number,
    to: number,
  ): void {
    tally.addPlain(numberFactsOf(value, decimals, to - from));
    if (!tally.tellsApart) return;
    // Different texts of the same figures differ in where the point stands.
    const mark = figures * (MOST_DECIMALS + 1) + (figures < 0 ? -decimals : decimals);
    if (this.seen.has(mark)) return;
    this.seen.add(mark);
    tally.hold(asciiText(bytes, from, to));
  }
}

const HYPHEN = 45;
const COLON = 58;
const SPACE = 32;
const T = 84;
/** A date alone, and two lengths of time behind either a space or a T; as a power of two. */
const FORMS = 8;

/** ISO 8601 dates, alone or with hours and minutes, or seconds too, behind a space or a T; a database takes them as they stand. */
class IsoDates implements ByteLane {
  private readonly seen = new Set<number>();
  /** The facts of a date depend on its length and on what parts it from its time. */
  private readonly forms = new Map<number, { readonly facts: number; readonly place: number }>();
  private least = Infinity;
  private most = -Infinity;

  constructor(
    private readonly converter: CellConverter,
    private readonly tally: ColumnTally | undefined,
    private readonly timed: boolean,
  ) {}

  take(bytes: Uint8Array, from: number, to: number): Uint8Array | boolean {
    const length = to - from;
    if (length !== 10 && length !== 16 && length !== 19) return false;
    if (bytes[from + 4] !== HYPHEN || bytes[from + 7] !== HYPHEN) return false;
    const year = two(bytes, from) * 100 + two(bytes, from + 2);
    const month = two(bytes, from + 5);
    const day = two(bytes, from + 8);
    if (!(year > 0) || !(month >= 0 && day >= 0) || !isCalendarDate(year, month, day)) return false;
    let clock = 0;
    if (length > 10) {
      const gap = bytes[from + 10];
      if ((gap !== SPACE && gap !== T) || bytes[from + 13] !== COLON) return false;
      if (length === 19 && bytes[from + 16] !== COLON) return false;
      const hour = two(bytes, from + 11);
      const minute = two(bytes, from + 14);
      const second = length === 19 ? two(bytes, from + 17) : 0;
      if (!(hour < 24 && minute < 60 && second < 60)) return false;
      clock = hour * 10_000 + minute * 100 + second;
    }
    const stamp = ((year * 100 + month) * 100 + day) * 1_000_000 + clock;
    if (this.tally) this.count(this.tally, stamp, bytes, from, to);
    const kept = this.timed ? stamp : stamp - clock;
    if (kept < this.least) this.least = kept;
    if (kept > this.most) this.most = kept;
    if (this.converter.addDate()) this.converter.hold(asciiText(bytes, from, to));
    return true;
  }

  finish(): void {
    if (this.least > this.most) return;
    this.converter.stretch(this.text(this.least));
    this.converter.stretch(this.text(this.most));
  }

  private count(tally: ColumnTally, stamp: number, bytes: Uint8Array, from: number, to: number): void {
    const form = (to - from) * 256 + (to - from > 10 ? bytes[from + 10] : 0);
    let known = this.forms.get(form);
    if (known === undefined) {
      const cell = asciiText(bytes, from, to);
      const scan = scanPlainDate(cell);
      if (!scan) throw new RangeError(`${cell} is no plain date`);
      known = { facts: plainDateFacts(scan, cell), place: this.forms.size };
      this.forms.set(form, known);
    }
    tally.addPlain(known.facts);
    if (!tally.tellsApart) return;
    // The same moment written in another way is another text.
    const mark = stamp * FORMS + known.place;
    if (this.seen.has(mark)) return;
    this.seen.add(mark);
    tally.hold(asciiText(bytes, from, to));
  }

  private text(stamp: number): string {
    const figures = String(stamp).padStart(14, '0');
    const date = `${figures.slice(0, 4)}-${figures.slice(4, 6)}-${figures.slice(6, 8)}`;
    return this.timed ? `${date}T${figures.slice(8, 10)}:${figures.slice(10, 12)}:${figures.slice(12)}` : date;
  }
}

/** The number of two figures, or NaN. */
function two(bytes: Uint8Array, at: number): number {
  const tens = bytes[at] - ZERO;
  const ones = bytes[at + 1] - ZERO;
  return tens >= 0 && tens <= 9 && ones >= 0 && ones <= 9 ? tens * 10 + ones : NaN;
}

function asciiText(bytes: Uint8Array, from: number, to: number): string {
  let text = '';
  for (let i = from; i < to; i++) text += String.fromCharCode(bytes[i]);
  return text;
}

interface KnownText {
  readonly bytes: Uint8Array;
  readonly cell: string;
  readonly facts: number;
  readonly value: string | null;
  /** Absent where the cell is stored as it stands. */
  readonly stored?: Uint8Array;
}

/** A power of two; no more than a quarter of the places is taken. */
const PLACES = 4096;
const MOST_KNOWN = PLACES / 4;
const LONGEST_KNOWN = 48;
/** After so many cells of which less than a quarter were known, looking them up costs more than it saves. */
const TRIAL = 20_000;

/** Cells that have come before, such as the names of groups: found again by their bytes (FNV-1a, linear probing). */
class KnownTexts implements ByteLane {
  private readonly places = new Array<KnownText | undefined>(PLACES).fill(undefined);
  private known = 0;
  private asked = 0;
  private found = 0;
  private givenUp = false;

  constructor(
    private readonly converter: CellConverter,
    private readonly tally: ColumnTally | undefined,
    private readonly encode: (value: string | null) => Uint8Array,
  ) {}

  take(bytes: Uint8Array, from: number, to: number): Uint8Array | boolean {
    if (this.givenUp || to - from > LONGEST_KNOWN) return false;
    this.restWhenTired();
    const text = this.places[this.placeOf(bytes, from, to)];
    if (!text) return false;
    this.found++;
    this.tally?.addKnown(text.facts, text.cell);
    this.converter.again(text.value);
    return text.stored ?? true;
  }

  learn(bytes: Uint8Array, from: number, to: number, cell: string, value: string | null): void {
    if (this.givenUp || to - from > LONGEST_KNOWN || this.known >= MOST_KNOWN) return;
    const stored = this.encode(value);
    const same = sameBytes(stored, bytes, from, to);
    const facts = this.tally ? this.tally.factsOfCell(cell) : 0;
    this.places[this.placeOf(bytes, from, to)] = {
      bytes: bytes.slice(from, to),
      cell,
      facts,
      value,
      ...(same ? {} : { stored }),
    };
    this.known++;
  }

  private restWhenTired(): void {
    if (++this.asked < TRIAL) return;
    this.givenUp = this.known >= MOST_KNOWN && this.found < TRIAL / 4;
    this.asked = 0;
    this.found = 0;
  }

  /** The place where a text stands, or where it would. */
  private placeOf(bytes: Uint8Array, from: number, to: number): number {
    let hash = 0x811c9dc5;
    for (let i = from; i < to; i++) hash = Math.imul(hash ^ bytes[i], 0x01000193);
    let place = (hash ^ (hash >>> 15)) & (PLACES - 1);
    for (let text = this.places[place]; text && !sameBytes(text.bytes, bytes, from, to); text = this.places[place])
      place = (place + 1) & (PLACES - 1);
    return place;
  }
}

function sameBytes(known: Uint8Array, bytes: Uint8Array, from: number, to: number): boolean {
  if (known.length !== to - from) return false;
  for (let i = 0; i < known.length; i++) if (known[i] !== bytes[from + i]) return false;
  return true;
}
