import { scanDate, writeDate } from './date';
import { readNumber } from './number';
import type { DateOrder } from './profile';

/** How thousands, millions and billions are typed, whatever their case. */
const TYPED: readonly (readonly [RegExp, string])[] = [
  [/\s*(k|tsd\.?|thousand)$/i, 'k'],
  [/\s*(m|mn|mio\.?|million)$/i, 'M'],
  [/\s*(bn|b|mrd\.?|billion)$/i, 'bn'],
];

/**
 * A number as people type it: "50m", "50k", "1.5bn", "50,000", "£50k", "12%". Of percent a plain number counts in percent.
 * `undefined` where it is none.
 */
export function readTyped(text: string, unit?: string): number | undefined {
  let plain = text.trim();
  for (const [pattern, word] of TYPED) if (pattern.test(plain)) plain = plain.replace(pattern, word);
  const found = readNumber(plain, '.') ?? readNumber(plain, ',');
  if (!found || found.unit !== undefined) return undefined;
  const value = Number(found.value);
  if (!Number.isFinite(value)) return undefined;
  return unit === '%' && !found.percent ? value / 100 : value;
}

/** A day as people type it, in the order of its column, then day first: "31/03/2024", "31 Mar 2024", "2024-03-31". `undefined` where it is none. */
export function readDay(text: string, order: DateOrder = 'DMY'): string | undefined {
  const scan = scanDate(text.trim());
  if (!scan) return undefined;
  for (const one of [order, 'DMY', 'MDY'] as const) {
    const day = writeDate(scan, one, false);
    if (day !== undefined) return day;
  }
  return undefined;
}
