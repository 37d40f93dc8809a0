import { dateText, numberText, percentText } from './cell-texts';

/** What a number format makes of a number. */
export type FormatLook =
  | { readonly as: 'number' }
  | { readonly as: 'percent' }
  | { readonly as: 'money'; readonly mark: string }
  | { readonly as: 'date'; readonly timed: boolean }
  | { readonly as: 'span' };

const NUMBER: FormatLook = { as: 'number' };
const PERCENT: FormatLook = { as: 'percent' };
const DAY: FormatLook = { as: 'date', timed: false };
const TIMED: FormatLook = { as: 'date', timed: true };
const SPAN: FormatLook = { as: 'span' };

/** The formats that have a number and no code in the file (ISO/IEC 29500-1, 18.8.30); 27 to 36 and 50 to 58 are dates of East Asia. */
const BUILT_IN: ReadonlyMap<number, FormatLook> = new Map<number, FormatLook>([
  ...[9, 10].map((id) => [id, PERCENT] as const),
  ...[14, 15, 16, 17].map((id) => [id, DAY] as const),
  ...[18, 19, 20, 21, 22, 45, 47].map((id) => [id, TIMED] as const),
  ...[27, 28, 29, 30, 31, 36, 50, 51, 52, 53, 54, 57, 58].map((id) => [id, DAY] as const),
  ...[32, 33, 34, 35, 55, 56].map((id) => [id, TIMED] as const),
  [46, SPAN],
]);

export const builtInLook = (id: number): FormatLook => BUILT_IN.get(id) ?? NUMBER;

/** A currency in a number format (ISO/IEC 29500-1, 18.8.30): `[$£-809]`, `[$EUR]`, or a sign or code of its own. */
const CURRENCY = /\[\$([^\]-]+)(?:-[^\]]*)?\]|([£$€¥₹])|"(£|\$|€|[A-Z]{3})"/;
/** What in a format stands for itself or for room: quoted, escaped, padding, filling. */
const LITERALS = /"[^"]*"|\\.|_.|\*./g;

/** What a format code (ISO/IEC 29500-1, 18.8.31) makes of a number; its first section, that of positive numbers, decides. */
export function formatLook(code: string): FormatLook {
  const [section] = code
    .replace(LITERALS, (literal) => (literal.startsWith('"') ? literal.replaceAll(';', ' ') : ''))
    .split(';');
  if (/\[[hms]+\]/i.test(section)) return SPAN;
  const marks = section.replace(/"[^"]*"|\[[^\]]*\]/g, '').replace(/general|e[+-]/gi, '');
  if (/[ymdhs]/i.test(marks)) return /[hs]/i.test(marks) ? TIMED : DAY;
  if (marks.includes('%')) return PERCENT;
  const found = CURRENCY.exec(code);
  const mark = (found?.[1] ?? found?.[2] ?? found?.[3])?.trim();
  return mark ? { as: 'money', mark } : NUMBER;
}

const DAY_MS = 86_400_000;
/** The last day that a date may be, 31 December 9999, counted from 30 December 1899. */
const LAST_DAY = 2_958_465;
/** How much later day 0 is where dates are counted from 1904. */
const SINCE_1904 = 1_462;

/** The text of a number cell under its format. Days are counted from 30 December 1899, or from 1 January 1904. */
export function formattedNumber(value: number, look: FormatLook, since1904: boolean): string {
  switch (look.as) {
    case 'percent':
      return percentText(value);
    case 'money': {
      const text = numberText(value);
      const mark = look.mark.length > 1 ? `${look.mark} ` : look.mark;
      return text.startsWith('-') ? `-${mark}${text.slice(1)}` : `${mark}${text}`;
    }
    case 'span':
      return spanText(value);
    case 'date': {
      const days = value + (since1904 ? SINCE_1904 : 0);
      // What is no day that a calendar has stays the number that it is.
      if (!(days >= 0 && days < LAST_DAY + 1)) return numberText(value);
      const date = new Date(Math.round((days - 25_569) * DAY_MS));
      return days < 1 ? date.toISOString().slice(11, 19) : dateText(date, look.timed);
    }
    case 'number':
      return numberText(value);
  }
}

/** A span of days as hours, minutes and seconds; hours may be more than 24. */
function spanText(days: number): string {
  const seconds = Math.round(Math.abs(days) * 86_400);
  if (!Number.isSafeInteger(seconds)) return numberText(days);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${days < 0 ? '-' : ''}${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
}
