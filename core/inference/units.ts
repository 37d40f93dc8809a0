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
  R$: 'BRL',
  'Fr.': 'CHF',
};

const CODES: ReadonlySet<string> = new Set(Intl.supportedValuesOf('currency'));

/** The ISO 4217 code of a currency sign or code; `undefined` for anything else. */
export function currencyCode(mark: string): string | undefined {
  if (Object.hasOwn(SIGNS, mark)) return SIGNS[mark];
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
]);

export interface Header {
  readonly name: string;
  readonly unit?: string;
}

/**
 * Splits a header into its name and its unit: "Depth (mm)", "Fuel [l]", "Takings £", "Price, EUR", "Share in %".
 * What stands in parentheses is a unit only where it is a known one; otherwise it stays in the name.
 */
export function splitHeader(header: string): Header {
  const bracketed = /^(.+?)\s*[([]\s*(?:in\s+)?([^()[\]]+?)\s*[)\]]$/.exec(header);
  const trailing = /^(.+?)(?:\s*,\s*|\s+in\s+|\s+)(\S+)$/.exec(header);
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
  return marked && UNITS.has(text.toLowerCase()) ? text : undefined;
}
