import { currencyCode, isCellUnit } from './units';

export interface NumberReading {
  /** The value in plain decimal notation, `-1234.50`: every digit of the cell, nothing rounded. Percent cells are divided by 100. */
  readonly value: string;
  readonly whole: boolean;
  readonly percent: boolean;
  readonly currency?: string;
  readonly grouped: boolean;
  readonly leadingZero: boolean;
  /** A unit that stands behind the number, as written: "12 kg". */
  readonly unit?: string;
  /** Counted in thousands, millions or billions: "5k", "1.2M". */
  readonly scaled?: boolean;
}

/** No amount has more figures; what is longer is a text, also to the database, whose numbers end somewhere. */
const LONGEST = 100;
const PLAIN = /^-?(?:[1-9]\d*|0)(?:\.\d+)?$/;
// Thousands in threes, or in the Indian way (12,34,567): CLDR number patterns "#,##0.###" and "#,##,##0.###".
const POINT =
  /^(?:\d+|\d{1,3}(?:,\d{3})+|\d{1,2}(?:,\d{2})+,\d{3}|\d{1,3}(?:'\d{3})+|\d{1,3}(?: \d{3})+)(\.\d*)?$|^\.\d+$/;
const COMMA = /^(?:\d+|\d{1,3}(?:\.\d{3})+|\d{1,3}(?:'\d{3})+|\d{1,3}(?: \d{3})+)(,\d*)?$|^,\d+$/;
const EXPONENT = /^(\d+(?:\.\d+)?)[eE]([+-]?\d{1,2})$/;
const SIGNED_BODY =
  /^(\()?\s*([-+−])?\s*([^\d\s.,'()+−-]{1,4}\.?(?!\d)\s+|[A-Z]{1,3}[$£€]\s*|Rs\.?\s*|[A-Za-z]{3}\s*|[^\w\s.,'()+−-]\s*)?([-+−])?\s*([\d.,'\u00a0\u202f\u2009 eE+-]*\d[.,]?)\s*(%|[^\d\s.,'()+−-]{1,4}\.?)?\s*([-−])?\s*(\))?$/;

/** "1 200,- Kč", "5.–": a stroke stands for no hundredths. */
const ROUND = /(\d)[,.][-–—](?=\s*[^\d]*$)/;

/**
 * Reads one cell as a number under a decimal sign; `undefined` where it is none. Takes thousands separators, a currency
 * sign or ISO 4217 code before or after, percent, a plus or minus (U+2212 too) before or after, and parentheses for negative.
 */
export function readNumber(text: string, decimal: '.' | ','): NumberReading | undefined {
  return readBare(text, decimal) ?? readWithTail(text, decimal);
}

/** "12 kg", "5k", "£1.2M": a number with its unit or its scale behind it. */
const TAIL = /^(.*\d[.,]?)\s*([^\d\s().,'+−-][^\d\s()]{0,8})$/;
const POWERS: Readonly<Record<string, number>> = { k: 3, K: 3, M: 6, mn: 6, Mn: 6, Mio: 6, bn: 9, Bn: 9, Mrd: 9 };

function readWithTail(text: string, decimal: '.' | ','): NumberReading | undefined {
  if (text.length > 40) return undefined;
  const found = TAIL.exec(text);
  if (!found) return undefined;
  const [, front, tail] = found;
  const power = Object.hasOwn(POWERS, tail) ? POWERS[tail] : undefined;
  if (power === undefined && !isCellUnit(tail)) return undefined;
  const number = readBare(front, decimal);
  if (!number || number.percent) return undefined;
  if (power === undefined) return number.currency ? undefined : { ...number, unit: tail };
  const negative = number.value.startsWith('-');
  const value = (negative ? '-' : '') + shift(negative ? number.value.slice(1) : number.value, power);
  return { ...number, value, whole: !value.includes('.'), scaled: true };
}

/** Apostrophes that part thousands in print and on keyboards: ’ ‘ ʼ ´ ` (CLDR de-CH has U+2019; the others are common practice). */
const APOSTROPHES = /[\u2018\u2019\u02bc\u00b4`]/g;
/** "5,00 CR", "5.00 DR": money that came in, money that went out (banks' statements, common practice, no source). */
const SIDE = /^(.*\d[.,]?\)?)\s*(CR|DR|C\/R|D\/R)\.?$/i;
/** "(123,45) €", "€ (123,45)": the sign outside of the parentheses of a negative amount. */
const SIGN_OUTSIDE = /^(?:\(([^()]+)\)\s*([^\d\s()]{1,4})|([^\d\s()]{1,4})\s*\(([^()]+)\))$/;

function readBare(written: string, decimal: '.' | ','): NumberReading | undefined {
  const text = written.length > 48 ? written : written.replace(APOSTROPHES, "'");
  const last = text.charCodeAt(text.length - 1);
  // 82 and 114: R and r.
  if ((last === 82 || last === 114 || last === 46) && text.length <= 48) {
    const [, amount, side] = SIDE.exec(text) ?? [];
    if (side !== undefined) {
      const found = readBare(amount, decimal);
      if (!found || found.percent) return undefined;
      return /^d/i.test(side) && !found.value.startsWith('-') && /[1-9]/.test(found.value)
        ? { ...found, value: `-${found.value}` }
        : found;
    }
  }
  const outside = text.includes('(') && text.length <= 48 ? SIGN_OUTSIDE.exec(text) : null;
  if (outside) {
    const [, amount, after, before, other] = outside;
    return readBare(amount === undefined ? `(${before}${other})` : `(${amount} ${after})`, decimal);
  }
  if (text.length <= LONGEST && PLAIN.test(text) && (decimal === '.' || !text.includes('.'))) {
    return { value: text, whole: !text.includes('.'), percent: false, grouped: false, leadingZero: false };
  }
  const first = text.charCodeAt(0);
  // A letter at the start can only be of a currency: "EUR 5", "R$ 5", "kr 5": most text ends here.
  if (text.length > 48 || (first > 64 && first < 123 && !/^[A-Za-z]{1,3}[$.]?[\s\d-]/.test(text))) return undefined;
  const found = SIGNED_BODY.exec(text.trim().replace(ROUND, '$1'));
  if (!found) return undefined;
  const [, open, before, sign, between, rawBody, after, behind, close] = found;
  if (Boolean(open) !== Boolean(close)) return undefined;
  const minuses = [before, between, behind].filter((mark) => mark !== undefined);
  if (minuses.length + (open ? 1 : 0) > 1) return undefined;
  const marks = [sign?.trim(), after].filter((mark): mark is string => Boolean(mark));
  const percent = marks.includes('%');
  const codes = marks.filter((mark) => mark !== '%').map(currencyCode);
  if (codes.length > 1 || codes.includes(undefined) || (percent && codes.length > 0)) return undefined;

  const body = rawBody.trim().replace(/[\u00a0\u202f\u2009]/g, ' ');
  const plain = plainDigits(body, decimal);
  if (plain === undefined) return undefined;
  const negative = Boolean(open) || minuses.some((mark) => mark !== '+');
  const value = percent ? shift(plain, -2) : plain;
  return {
    value: negative && /[1-9]/.test(value) ? `-${value}` : value,
    whole: !value.includes('.'),
    percent,
    currency: codes[0],
    grouped: /\d[,.' ]\d{3}/.test(body) && plain.replace(/\..*/, '').length > 3,
    leadingZero: /^0\d/.test(body) && marks.length === 0 && !body.includes(decimal),
  };
}

function plainDigits(body: string, decimal: '.' | ','): string | undefined {
  const power = EXPONENT.exec(body);
  if (power && decimal === '.') return shift(power[1], Number(power[2]));
  if (!(decimal === '.' ? POINT : COMMA).test(body)) return undefined;
  const [whole, fraction] = body.split(decimal);
  const digits = (whole.replace(/[^\d]/g, '') || '0').replace(/^0+(?=\d)/, '');
  return fraction ? `${digits}.${fraction}` : digits;
}

/**
 * Moves the decimal point of a plain unsigned decimal by `places` (right where positive), losing no digit.
 * Example: `shift('12.5', 3)` is `'12500'`.
 */
export function shift(plain: string, places: number): string {
  const [whole, fraction = ''] = plain.split('.');
  const digits = whole + fraction;
  const point = whole.length + places;
  const padded = point <= 0 ? '0'.repeat(1 - point) + digits : digits.padEnd(point, '0');
  const at = point <= 0 ? 1 : point;
  const left = padded.slice(0, at).replace(/^0+(?=\d)/, '');
  const right = padded.slice(at);
  return right ? `${left}.${right}` : left;
}
