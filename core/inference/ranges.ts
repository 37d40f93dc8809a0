/** From where to where a text reaches: "25-34" from 25 to 34, "<25" up to 25, "120+" from 120 on. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** A number as it is written in ranges: "1,000", "10.5", "10 000", "$40k". */
const NUMBER = String.raw`[$£€]?\s?(-?\d{1,3}(?:[ ,.']\d{3})+(?!\d)|-?\d+(?:[.,]\d+)?)\s?(k|m|%)?`;
/** What stands between the ends, and what says that one is open (common practice, no source). */
const TO = String.raw`\s*(?:-|–|—|to|bis|à|a|al|até|tot|up to)\s*`;
const UNDER = String.raw`(?:<=?|≤|under|below|less than|fewer than|up to|until|unter|bis|weniger als|höchstens|moins de|jusqu'à|menos de|hasta|meno di|fino a|até|onder|minder dan|tot)`;
const OVER = String.raw`(?:>=?|≥|over|above|more than|at least|from|über|ab|mehr als|mindestens|plus de|más de|desde|oltre|più di|mais de|boven|meer dan|vanaf)`;
const AND_ON = String.raw`(?:\+|plus|and (?:over|above|more|older|up)|or (?:over|above|more|older)|und mehr|und älter|et plus|ou plus|y más|o más|e oltre|e più|e mais|ou mais|en meer|en ouder)`;
const AND_LESS = String.raw`(?:(?:and|or) (?:under|below|less|fewer|younger)|und weniger|et moins|o menos|e meno|ou menos|en minder|en jonger)`;
/** A unit or a word behind: "g/day", "years". */
const BEHIND = String.raw`(?:\s*[\p{L}%°][\p{L}/%°² ]{0,14})?`;

const BETWEEN = new RegExp(`^[[(]?${NUMBER}${TO}${NUMBER}[\\])]?${BEHIND}$`, 'iu');
const BELOW = new RegExp(`^${UNDER}\\s*${NUMBER}${BEHIND}$`, 'iu');
const ABOVE = new RegExp(`^${OVER}\\s*${NUMBER}${BEHIND}$`, 'iu');
const FROM_ON = new RegExp(`^${NUMBER}\\s*(?:[\\p{L}/]{1,8}\\s*)?${AND_ON}${BEHIND}$`, 'iu');
const UP_TO = new RegExp(`^${NUMBER}\\s*(?:[\\p{L}/]{1,8}\\s*)?${AND_LESS}${BEHIND}$`, 'iu');

const SCALES: Readonly<Record<string, number>> = { k: 1e3, m: 1e6 };

function number(digits: string, scale: string | undefined): number {
  const grouped = /^-?\d{1,3}(?:[ ,.']\d{3})+$/.test(digits);
  const plain = grouped ? digits.replace(/[ ,.']/g, '') : digits.replace(',', '.');
  return Number(plain) * (SCALES[scale?.toLowerCase() ?? ''] ?? 1);
}

/**
 * Reads a range of numbers, closed or open at one end; `undefined` for anything else.
 * Example: `readRange('25-34')` is `{ from: 25, to: 34 }`.
 */
export function readRange(text: string): Range | undefined {
  const cell = text.trim();
  if (cell.length > 40) return undefined;
  const between = BETWEEN.exec(cell);
  if (between) {
    const [, a, scaleA, b, scaleB] = between;
    const [from, to] = [number(a, scaleA ?? scaleB), number(b, scaleB)];
    return from <= to ? { from, to } : undefined;
  }
  const under = BELOW.exec(cell) ?? UP_TO.exec(cell);
  if (under) return { from: -Infinity, to: number(under[1], under[2]) };
  const over = ABOVE.exec(cell) ?? FROM_ON.exec(cell);
  return over ? { from: number(over[1], over[2]), to: Infinity } : undefined;
}

/** More different ranges than these are hardly one scale. */
export const MOST_RANGES = 40;
/** So many texts beside the ranges ("unknown") stand behind them. */
const MOST_OTHERS = 2;
const LEAST_RANGES = 2;
/** So many of the ranges begin where the one before ends, or later. */
const FOLLOWING = 0.8;

/**
 * The place of texts that are ranges of one scale, the lowest first; `undefined` where too few of them are. A single
 * number among them stands where it lies, and what is no range behind all.
 * Example: `['120+', '0-39', '40-79'].sort((a, b) => rangeOrder(['120+', '0-39', '40-79'])(a) - rangeOrder(['120+', '0-39', '40-79'])(b))` is `['0-39', '40-79', '120+']`.
 */
export function rangeOrder(texts: readonly string[]): ((text: string) => number) | undefined {
  if (texts.length < LEAST_RANGES || texts.length > MOST_RANGES) return undefined;
  const read = texts.map((text) => ({ text, range: readRange(text) ?? single(text) }));
  const ranges = read.filter(({ text }) => readRange(text) !== undefined).length;
  const others = read.filter(({ range }) => range === undefined).length;
  if (ranges < LEAST_RANGES || others > MOST_OTHERS || ranges <= others || ranges < texts.length / 2) return undefined;
  const sorted = [...read].sort((a, b) => {
    if (!a.range || !b.range) return (a.range ? 0 : 1) - (b.range ? 0 : 1);
    return compare(a.range.from, b.range.from) || compare(a.range.to, b.range.to);
  });
  // Ranges of one scale follow each other; telephone numbers and results of matches do not.
  const closed = sorted.flatMap(({ range }) => range ?? []);
  const steps = closed.slice(1).filter((range, i) => range.from >= closed[i].to).length;
  if (steps < (closed.length - 1) * FOLLOWING) return undefined;
  const places = new Map(sorted.map(({ text }, place) => [text, place]));
  return (text) => places.get(text) ?? texts.length;
}

const compare = (a: number, b: number) => (a === b ? 0 : a < b ? -1 : 1);

function single(text: string): Range | undefined {
  const found = /^-?\d+(?:[.,]\d+)?$/.exec(text.trim());
  if (!found) return undefined;
  const at = number(found[0], undefined);
  return { from: at, to: at };
}
