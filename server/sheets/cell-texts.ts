import { shift } from '@/core/inference';

/** So written a number of up to 15 figures is the shortest text of its double. */
const SHORTEST = /^-?(?:0|[1-9]\d{0,14})(?:\.\d{0,13}[1-9])?$/;
const SIGN_AND_POINT = 17;

/** Whether the text of a number is what `numberText` would make of it. */
export const isShortest = (text: string): boolean =>
  text.length < SIGN_AND_POINT && text !== '-0' && SHORTEST.test(text);

/** A double as plain decimal text with the 15 figures that spreadsheets show: 0.1 + 0.2 is 0.3. */
export function numberText(value: number): string {
  if (!Number.isFinite(value)) return '';
  const text = String(Number(value.toPrecision(15)));
  const power = /^(-?)(\d)(?:\.(\d+))?e([+-]\d+)$/.exec(text);
  if (!power) return text;
  const [, sign, whole, fraction = '', places] = power;
  return sign + shift(fraction ? `${whole}.${fraction}` : whole, Number(places));
}

/** A fraction as percent, digit for digit: 0.12 is "12%". */
export function percentText(value: number): string {
  const text = numberText(value);
  return text.startsWith('-') ? `-${shift(text.slice(1), 2)}%` : `${shift(text, 2)}%`;
}

/** An instant in UTC fields as ISO 8601: a date alone where it is midnight and its format shows no time. */
export function dateText(date: Date, timed: boolean): string {
  const text = date.toISOString().slice(0, 19);
  return timed || !text.endsWith('T00:00:00') ? text : text.slice(0, 10);
}
