import { LOCALE, type Locale } from '../calendar';
import type { NumberUnit, ScaleNumbers } from '../spec';
import { decimalsOf } from './ticks';

/** A double holds no more figures after the point that mean anything. */
const MOST_DECIMALS = 15;

const formats = new Map<string, Intl.NumberFormat>();

/** A formatter of numbers; made once for each kind, since making one takes far longer than using it. */
function formatter(options: Intl.NumberFormatOptions, locale: Locale = LOCALE): Intl.NumberFormat {
  const key = locale + JSON.stringify(options);
  let found = formats.get(key);
  if (!found) formats.set(key, (found = new Intl.NumberFormat(locale, options)));
  return found;
}

export const DIVISOR: Readonly<Record<NumberUnit, number>> = { ones: 1, thousands: 1e3, millions: 1e6, billions: 1e9 };
/** Britain by common practice (no source); elsewhere what `Intl` writes in its compact notation. */
const BRITISH: Readonly<Record<NumberUnit, string>> = { ones: '', thousands: 'k', millions: 'M', billions: 'bn' };

/** The word behind a number that is counted in a unit, with its space; nothing where a place has none of that length. */
function wordFor(counted: NumberUnit, compactDisplay: 'short' | 'long', locale: Locale): string {
  const parts = formatter({ notation: 'compact', compactDisplay }, locale).formatToParts(2 * DIVISOR[counted]);
  const word = parts.find(({ type }) => type === 'compact')?.value;
  // Spanish counts billions in thousands of millions: that is no word for them.
  if (word === undefined || parts.find(({ type }) => type === 'integer')?.value !== '2') return '';
  return `${parts.some(({ type }) => type === 'literal') ? NARROW : ''}${word}`;
}

const shortWord = (counted: NumberUnit, locale: Locale = LOCALE) =>
  locale === LOCALE || counted === 'ones' ? BRITISH[counted] : wordFor(counted, 'short', locale);
/** German has no short word for thousands: where they are wished, the long one stands. */
const suffixOf = (counted: NumberUnit, locale: Locale = LOCALE) =>
  shortWord(counted, locale) || (counted === 'ones' ? '' : wordFor(counted, 'long', locale));

/** A space at which no line breaks. */
const NARROW = '\u00a0';

/** A number as a unit wants it: `£` before, `%` after. Other units stand in the title of the axis. */
export interface NumberStyle {
  readonly unit?: string;
  readonly in: NumberUnit;
  readonly decimals: number;
  readonly locale?: Locale;
}

const isCurrency = (unit: string | undefined): unit is string => unit !== undefined && /^[A-Z]{3}$/.test(unit);

/**
 * Ones, thousands, millions or billions for a whole scale, by its largest number; only those that the place has a short word for.
 * Example: `unitFor(2_400_000)` is `'millions'`.
 */
export function unitFor(largest: number, locale?: Locale): NumberUnit {
  const size = Math.abs(largest);
  const suits = size >= 1e9 ? 'billions' : size >= 1e6 ? 'millions' : size >= 1e4 ? 'thousands' : 'ones';
  if (suits === 'ones' || shortWord(suits, locale)) return suits;
  return suits === 'billions' && shortWord('millions', locale) ? 'millions' : 'ones';
}

/** How the ticks of a scale are written: one unit for all, as many decimals as tell neighbours apart. */
export function tickStyle(
  ticks: readonly number[],
  step: number,
  unit: string | undefined,
  wish: ScaleNumbers = {},
  locale?: Locale,
): NumberStyle {
  const largest = ticks.reduce((most, tick) => Math.max(most, Math.abs(tick)), 0);
  const wished = wish.in !== undefined && (wish.in === 'ones' || suffixOf(wish.in, locale)) ? wish.in : undefined;
  const counted = wished ?? (unit === '%' ? 'ones' : unitFor(largest, locale));
  const shown = unit === '%' ? step * 100 : step / DIVISOR[counted];
  const style = { unit, in: counted, decimals: wish.decimals ?? decimalsOf(shown) };
  return locale ? { ...style, locale } : style;
}

/** Writes a number in a style by `Intl.NumberFormat`: "£30k", "−12%", "1,250", "1,2 Mio. €". */
export function writeNumber(value: number, { unit, in: counted, decimals, locale }: NumberStyle): string {
  const options: Intl.NumberFormatOptions = { minimumFractionDigits: decimals, maximumFractionDigits: decimals };
  if (unit === '%') return minus(formatter({ ...options, style: 'percent' }, locale).format(value));
  const scaled = value / DIVISOR[counted];
  const suffix = scaled === 0 ? '' : suffixOf(counted, locale);
  const style: Intl.NumberFormatOptions = isCurrency(unit)
    ? { ...options, style: 'currency', currency: unit, currencyDisplay: 'narrowSymbol' }
    : options;
  const parts = formatter(style, locale).formatToParts(scaled);
  // The word for thousands stands behind the digits, before a currency that follows them.
  const last = parts.findLastIndex(({ type }) => type === 'integer' || type === 'fraction');
  return minus(parts.map(({ value: part }, i) => (i === last ? part + suffix : part)).join(''));
}

/**
 * A single value, whole, for reading: money to its minor unit, others to at most four figures after the point that matter.
 * Example: `writeValue(1234.5, 'GBP')` is `'£1,234.50'`.
 */
export function writeValue(
  value: number,
  unit: string | undefined,
  decimals: number | undefined,
  locale?: Locale,
): string {
  if (unit === '%') return minus(formatter({ style: 'percent', maximumFractionDigits: 1 }, locale).format(value));
  if (isCurrency(unit))
    return minus(
      formatter({ style: 'currency', currency: unit, currencyDisplay: 'narrowSymbol' }, locale).format(value),
    );
  const places =
    (decimals === undefined ? undefined : Math.min(decimals, MOST_DECIMALS)) ??
    (Math.abs(value) >= 1000 ? 0 : Math.abs(value) >= 100 ? 1 : Math.abs(value) >= 1 ? 2 : 4);
  const written = minus(formatter({ maximumFractionDigits: places }, locale).format(value));
  return unit ? `${written} ${unit}` : written;
}

/**
 * A figure that stands alone, as people write it: from a thousand on without decimals, money to its minor unit below that;
 * with `decimals` just so many. `label` is how the value is written elsewhere: it stays where it is short.
 */
export function writeFigure(
  value: number,
  unit: string | undefined,
  decimals: number | undefined,
  locale?: Locale,
  label?: string | null,
): string {
  if (decimals !== undefined) {
    const style = { in: 'ones' as const, decimals, ...(locale ? { locale } : {}) };
    const plain = unit === '%' || isCurrency(unit);
    const written = writeNumber(value, plain ? { ...style, unit } : style);
    return unit && !plain ? `${written} ${unit}` : written;
  }
  const parts = String(label ?? '').match(/\d/g)?.length ?? 0;
  if (label && parts <= MOST_FIGURES) return label;
  return writeFigure(value, unit, Math.abs(value) >= 1000 ? 0 : 2, locale);
}

/**
 * A figure inside a sentence: money from a hundred on without its minor unit, other numbers with as many decimals as matter.
 * Example: `writeRound(312, 'GBP')` is `'£312'`.
 */
export function writeRound(value: number, unit: string | undefined, locale?: Locale): string {
  if (isCurrency(unit) && Math.abs(value) >= 99.995) return writeFigure(value, unit, 0, locale);
  return writeValue(value, unit, undefined, locale);
}

/** An amount and the share that it is of its whole: "£1,200 (12%)". */
export const withShare = (amount: string, share: string): string => `${amount} (${share})`;

/** More figures than these are hard to take in at a glance (common practice, no source). */
const MOST_FIGURES = 8;

/** The sign of a currency, "£"; other units as they are. */
export function unitSign(unit: string): string {
  if (!isCurrency(unit)) return unit;
  return (
    formatter({ style: 'currency', currency: unit, currencyDisplay: 'narrowSymbol' })
      .formatToParts(0)
      .find((part) => part.type === 'currency')?.value ?? unit
  );
}

function minus(text: string): string {
  return text.replace('-', '−');
}
