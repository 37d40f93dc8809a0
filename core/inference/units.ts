/** Currency signs and the ISO 4217 code each most often means (common practice, no source: "$" and "¥" are shared signs). */
const SIGNS: Readonly<Record<string, string>> = {
  '£': 'GBP',
  $: 'USD',
  '€': 'EUR',
  '¥': 'JPY',
  '₹': 'INR',
  '₩': 'KRW',
  '₺': 'TRY',
  '₽': 'RUB',
  '₪': 'ILS',
  '₫': 'VND',
  '₴': 'UAH',
  '฿': 'THB',
  '₱': 'PHP',
  '₦': 'NGN',
  zł: 'PLN',
  kr: 'SEK',
  Kč: 'CZK',
  Ft: 'HUF',
  US$: 'USD',
  A$: 'AUD',
  C$: 'CAD',
  NZ$: 'NZD',
  CA$: 'CAD',
  AU$: 'AUD',
  HK$: 'HKD',
  S$: 'SGD',
  MX$: 'MXN',
  Rs: 'INR',
  'Rs.': 'INR',
  R$: 'BRL',
  'Fr.': 'CHF',
  'kr.': 'DKK',
  'zł.': 'PLN',
};

/** Codes of money that is no more, which old figures are told in (ISO 4217, list three; from memory). */
const FORMER = 'ATS BEF DEM ESP FIM FRF GRD IEP ITL LUF NLG PTE';

const CODES: ReadonlySet<string> = new Set([...Intl.supportedValuesOf('currency'), ...FORMER.split(' ')]);

/**
 * The ISO 4217 code of a currency sign or code; `undefined` for anything else.
 * Example: `currencyCode('£')` is `'GBP'`.
 */
export function currencyCode(mark: string): string | undefined {
  if (Object.hasOwn(SIGNS, mark)) return SIGNS[mark];
  // "AUD$": the code with a sign behind it.
  if (/^[A-Z]{3}[$£€]$/.test(mark)) return currencyCode(mark.slice(0, 3));
  return mark.length === 3 && CODES.has(mark) ? mark : undefined;
}

/** Units as they are written in headers: SI symbols and names (BIPM SI Brochure, 9th ed.) and everyday ones (common practice, no source). */
const UNITS: ReadonlySet<string> = new Set([
  'mm',
  'cm',
  'm',
  'km',
  'in',
  'ft',
  'yd',
  'mi',
  'miles',
  'inches',
  'µm',
  'mg',
  'g',
  'kg',
  't',
  'oz',
  'lb',
  'lbs',
  'tonnes',
  'ml',
  'cl',
  'l',
  'litres',
  'liters',
  'litre',
  'm3',
  'm³',
  'gal',
  'pints',
  'm2',
  'm²',
  'ha',
  'acres',
  'sq ft',
  'sqm',
  's',
  'sec',
  'seconds',
  'min',
  'mins',
  'minutes',
  'h',
  'hr',
  'hrs',
  'hours',
  'days',
  'weeks',
  'months',
  'years',
  'ms',
  '°c',
  '°f',
  'c',
  'f',
  'k',
  '°',
  'deg',
  'w',
  'kw',
  'kwh',
  'mwh',
  'wh',
  'j',
  'kj',
  'kcal',
  'v',
  'a',
  'hz',
  'pa',
  'kpa',
  'bar',
  'hpa',
  'lux',
  'ppm',
  'ph',
  'km/h',
  'mph',
  'm/s',
  'mm/h',
  'kg/m²',
  'l/day',
  'g/l',
  'mg/l',
  '%',
  'percent',
  'pct',
  'pcs',
  'units',
  'trays',
  'pots',
  'boxes',
  'people',
  'points',
  // What goods come in and people are counted by.
  ...'pallets crates bags sacks bottles cans cases cartons rolls sheets pieces items packs packets bunches barrels buckets bales tins jars dozen plants tubs loads trips nights rooms seats persons guests visits calls clicks sessions'.split(
    ' ',
  ),
]);

/** What amounts are told per, beside units: "€/night", "g/plant" (common practice, no source). */
const PER: ReadonlySet<string> = new Set(
  'person head piece pc pcs unit item night day d week month year yr hour h order visit plant pot tray bottle box pallet'.split(
    ' ',
  ),
);

/** "g/m²", "€/t", "kWh/day": an amount of one unit for each of another. */
function isCompound(text: string): boolean {
  const [amount, per, ...more] = text.split('/').map((part) => part.trim());
  if (!amount || !per || more.length > 0) return false;
  const known = (part: string) => UNITS.has(part.toLowerCase()) || currencyCode(part) !== undefined;
  return known(amount) && (known(per) || PER.has(per.toLowerCase()));
}

/** Whether a word is a unit as headers write it. */
export function isHeaderUnit(text: string): boolean {
  return UNITS.has(text.toLowerCase()) || /^°[CFK]?$/i.test(text);
}

/** Whether a word behind a number in a cell is a unit; of single letters only those that are hardly ever a code. */
export function isCellUnit(text: string): boolean {
  return text.length === 1 ? /[gmlt°]/.test(text) : UNITS.has(text.toLowerCase()) || /^°[CFK]$/i.test(text);
}

export interface Header {
  readonly name: string;
  readonly unit?: string;
  /** The header counts in thousands (3), millions (6) or billions (9). */
  readonly power?: number;
}

/** "£000", "£'000", "in thousands", "$M", "EUR k", "thousand tonnes": what a header counts in, and its unit. */
const COUNTED =
  /^(?:in\s+)?([^\w\s'’]{1,2}|[A-Z]{3})?\s*(['’]?000s?|k|K|thousands?|tsd\.?|m|M|mn|millions?|mio\.?|bn|billions?|mrd\.?)(?:\s+(?:of\s+)?(\S+))?$/;
const COUNTED_POWERS: readonly (readonly [RegExp, number])[] = [
  [/000|^k$|thousand|tsd/i, 3],
  [/^mn?$|million|mio/i, 6],
  [/bn|billion|mrd/i, 9],
];

function counted(text: string): { unit?: string; power: number } | undefined {
  const found = COUNTED.exec(text);
  if (!found) return undefined;
  const [, before, word, after] = found;
  const mark = before ?? after;
  const unit =
    mark === undefined ? undefined : (currencyCode(mark) ?? (UNITS.has(mark.toLowerCase()) ? mark : undefined));
  if (mark !== undefined && unit === undefined) return undefined;
  // A bare letter counts only beside a currency: "Height (m)" is in metres.
  if (word.length <= 2 && !/000/.test(word) && (unit === undefined || unit.length !== 3)) return undefined;
  const power = COUNTED_POWERS.find(([pattern]) => pattern.test(word))?.[1];
  return power === undefined ? undefined : { power, ...(unit ? { unit } : {}) };
}

/**
 * Splits a header into its name and its unit: "Depth (mm)", "Fuel [l]", "Takings £", "Price, EUR", "Share in %".
 * What stands in parentheses is a unit only where it is a known one; otherwise it stays in the name.
 */
export function splitHeader(header: string): Header {
  const bracketed = /^(.+?)\s*[([]\s*(?:in\s+)?([^()[\]]+?)\s*[)\]]$/.exec(header);
  const trailing = /^(.+?)(?:\s*,\s*|\s+in\s+|\s+)(\S+)$/.exec(header);
  // "per 100,000" is one number.
  const inThousands = /\d[.,' ]?000$/.test(header)
    ? null
    : /^(.+?)(?:\s*,\s*|\s+)((?:in\s+)(?:\S+\s+)?\S+|\S?['’]?000s?)$/.exec(header);
  for (const found of [bracketed, inThousands]) {
    const many = found && counted(found[2]);
    if (found && many) return { name: found[1].trim(), ...many };
  }
  // "Cost / GBP": of words alone, since "km / h" is a unit itself.
  const [, name, behind] = /^(.*[\p{L}\d)])\s*\/\s*([^\s/]+)$/u.exec(header) ?? [];
  const parted = name !== undefined && !isHeaderUnit(name) && knownUnit(behind, behind.length > 1);
  if (parted) return { name: name.trim(), unit: parted };
  for (const found of [bracketed, trailing]) {
    const unit = found && knownUnit(found[2], found === bracketed || /[,]|\sin\s/.test(header.slice(found[1].length)));
    if (found && unit) return { name: found[1].trim(), unit };
  }
  return { name: header };
}

/** A bare last word ("Height m", "Plan A") is taken for a unit only where it is a currency, a percent or a degree sign. */
function knownUnit(text: string, marked: boolean): string | undefined {
  const currency = currencyCode(text);
  if (currency && (marked || !/^[a-z]+$/i.test(text) || text === text.toUpperCase())) return currency;
  if (text === '%' || (marked && /^(percent|pct)$/i.test(text))) return '%';
  if (/^°[CFK]?$/i.test(text)) return text;
  return marked && (UNITS.has(text.toLowerCase()) || isCompound(text)) ? text : undefined;
}
