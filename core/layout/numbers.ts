import { LOCALE } from '../calendar';
import type { NumberUnit, ScaleNumbers } from '../spec';
import { decimalsOf } from './ticks';

/** A double holds no more figures after the point that mean anything. */
const MOST_DECIMALS = 15;

const formats = new Map<string, Intl.NumberFormat>();

/** A formatter of numbers; made once for each kind, since making one takes far longer than using it. */
function formatter(options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = JSON.stringify(options);
  let found = formats.get(key);
  if (!found) formats.set(key, (found = new Intl.NumberFormat(LOCALE, options)));
  return found;
}

export const DIVISOR: Readonly<Record<NumberUnit, number>> = { ones: 1, thousands: 1e3, millions: 1e6, billions: 1e9 };
const SUFFIX: Readonly<Record<NumberUnit, string>> = { ones: '', thousands: 'k', millions: 'M', billions: 'bn' };

/** A number as a unit wants it: `£` before, `%` after. Other units stand in the title of the axis. */
export interface NumberStyle {
  readonly unit?: string;
  readonly in: NumberUnit;
  readonly decimals: number;
}

const isCurrency = (unit: string | undefined): unit is string => unit !== undefined && /^[A-Z]{3}$/.test(unit);

/** Ones, thousands, millions or billions for a whole scale, by its largest number. */
export function unitFor(largest: number): NumberUnit {
  const size = Math.abs(largest);
  return size >= 1e9 ? 'billions' : size >= 1e6 ? 'millions' : size >= 1e4 ? 'thousands' : 'ones';
}

/** How the ticks of a scale are written: one unit for all, as many decimals as tell neighbours apart. */
export function tickStyle(
  ticks: readonly number[],
  step: number,
  unit: string | undefined,
  wish: ScaleNumbers = {},
): NumberStyle {
  const largest = ticks.reduce((most, tick) => Math.max(most, Math.abs(tick)), 0);
  const counted = wish.in ?? (unit === '%' ? 'ones' : unitFor(largest));
  const shown = unit === '%' ? step * 100 : step / DIVISOR[counted];
  return { unit, in: counted, decimals: wish.decimals ?? decimalsOf(shown) };
}

/** Writes a number in a style by `Intl.NumberFormat`: "£30k", "−12%", "1,250". */
export function writeNumber(value: number, { unit, in: counted, decimals }: NumberStyle): string {
  const options: Intl.NumberFormatOptions = { minimumFractionDigits: decimals, maximumFractionDigits: decimals };
  if (unit === '%') return minus(formatter({ ...options, style: 'percent' }).format(value));
  const scaled = value / DIVISOR[counted];
  const written = isCurrency(unit)
    ? formatter({
        ...options,
        style: 'currency',
        currency: unit,
        currencyDisplay: 'narrowSymbol',
      }).format(scaled)
    : formatter(options).format(scaled);
  return minus(written + (scaled === 0 ? '' : SUFFIX[counted]));
}

/** A single value, whole, for reading: money to its minor unit, others to at most four figures after the point that matter. */
export function writeValue(value: number, unit: string | undefined, decimals: number | undefined): string {
  if (unit === '%') return minus(formatter({ style: 'percent', maximumFractionDigits: 1 }).format(value));
  if (isCurrency(unit))
    return minus(formatter({ style: 'currency', currency: unit, currencyDisplay: 'narrowSymbol' }).format(value));
  const places =
    (decimals === undefined ? undefined : Math.min(decimals, MOST_DECIMALS)) ??
    (Math.abs(value) >= 1000 ? 0 : Math.abs(value) >= 100 ? 1 : Math.abs(value) >= 1 ? 2 : 4);
  const written = minus(formatter({ maximumFractionDigits: places }).format(value));
  return unit ? `${written} ${unit}` : written;
}

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
