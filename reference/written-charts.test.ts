/** How charts write numbers and dates in each place: against CLDR, through `Intl`, on everything that a chart writes. */
import fc from 'fast-check';
import { cycleLabel, LOCALES, nearestLocale, spanWords, stepLabel, stepTick, type Locale } from '@/core/calendar';
import { tickStyle, unitFor, writeNumber, writeValue } from '@/core/layout';

const elsewhere = LOCALES.filter((locale) => locale !== 'en-GB');
/** `Intl` writes a hyphen before negative numbers; charts have a minus sign. */
const minus = (text: string) => text.replace('-', '−');
const money = (currency: string) => ({ style: 'currency', currency, currencyDisplay: 'narrowSymbol' }) as const;

describe.each(LOCALES)('%s', (locale) => {
  test('plain numbers, percent and money are those of CLDR', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.constantFrom('GBP', 'EUR', 'USD', 'SEK'),
        (units, currency) => {
          const value = units / 100;
          const digits = { minimumFractionDigits: 1, maximumFractionDigits: 1 };
          const plain = { in: 'ones', decimals: 1, locale } as const;
          expect(writeNumber(value, plain)).toBe(minus(new Intl.NumberFormat(locale, digits).format(value)));
          expect(writeNumber(value, { ...plain, unit: '%' })).toBe(
            minus(new Intl.NumberFormat(locale, { ...digits, style: 'percent' }).format(value)),
          );
          expect(writeNumber(value, { ...plain, unit: currency })).toBe(
            minus(new Intl.NumberFormat(locale, { ...digits, ...money(currency) }).format(value)),
          );
          expect(writeValue(value, currency, undefined, locale)).toBe(
            minus(new Intl.NumberFormat(locale, money(currency)).format(value)),
          );
        },
      ),
    ));

  test('days and months are those of CLDR', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), (days) => {
        const at = days * 86_400_000;
        const iso = new Date(at).toISOString().slice(0, 10);
        const cldr = (options: Intl.DateTimeFormatOptions) =>
          new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options })
            .format(at)
            .replace(locale === 'en-GB' ? /\bSept\b/ : '', locale === 'en-GB' ? 'Sep' : '');
        expect(stepLabel(iso, 'day', { locale })).toBe(
          `${cldr({ weekday: 'short' })} ${cldr({ day: 'numeric', month: 'short', year: 'numeric' })}`,
        );
        expect(stepLabel(iso, 'month', { locale })).toBe(cldr({ month: 'short', year: 'numeric' }));
        expect(stepTick(iso, 'day', { locale }).label).toBe(cldr({ day: 'numeric', month: 'short' }));
        const [month, weekday] = [new Date(at).getUTCMonth() + 1, ((new Date(at).getUTCDay() + 6) % 7) + 1];
        expect(cycleLabel(month, 'month-of-year', true, locale)).toBe(cldr({ month: 'long' }));
        expect(cycleLabel(weekday, 'weekday', true, locale)).toBe(cldr({ weekday: 'long' }));
      }),
    ));
});

describe.each(elsewhere)('%s counts a scale in', (locale: Locale) => {
  test('the words of CLDR’s compact notation, where it has any', () => {
    for (const [size, counted] of [
      [2e4, 'thousands'],
      [3e6, 'millions'],
      [4e9, 'billions'],
    ] as const) {
      if (unitFor(size, locale) !== counted) continue;
      for (const unit of [undefined, 'EUR']) {
        const written = writeNumber(size, { in: counted, decimals: 0, locale, ...(unit ? { unit } : {}) });
        const options = unit ? money(unit) : {};
        const compact = new Intl.NumberFormat(locale, { ...options, notation: 'compact' }).format(size);
        expect(written.replace(/\s/g, ' ')).toBe(compact.replace(/\s/g, ' '));
      }
    }
  });

  test('thousands that are wished by the long word, where there is no short one', () => {
    const style = tickStyle([0, 20_000], 20_000, undefined, { in: 'thousands' }, locale);
    expect(style.in).toBe('thousands');
    expect(writeNumber(20_000, style)).toMatch(/^20\s?\p{L}/u);
  });

  test('ones where CLDR has no short word: the digits are written out', () => {
    const [ticks, step] = [[0, 10_000, 20_000], 10_000];
    const style = tickStyle(ticks, step, undefined, {}, locale);
    const short = new Intl.NumberFormat(locale, { notation: 'compact' })
      .formatToParts(20_000)
      .some(({ type }) => type === 'compact');
    expect(style.in).toBe(short ? 'thousands' : 'ones');
  });
});

test('British numbers keep k, M and bn, and three letters for every month (common practice, no source)', () => {
  expect(writeNumber(30_000, { unit: 'GBP', in: 'thousands', decimals: 0 })).toBe('£30k');
  expect(writeNumber(-1.5e9, { in: 'billions', decimals: 1 })).toBe('−1.5bn');
  expect(stepTick('2025-09-01', 'month').label).toBe('Sep');
});

// Written out by hand after CLDR's patterns for the places, from memory.
test.each<[Locale, string, string]>([
  ['en-GB', 'January 2024 to March 2025', '4 Mar 2025, 16:00'],
  ['en-US', 'January 2024 to March 2025', 'Mar 4, 2025, 4 PM'],
  ['de-DE', 'Januar 2024 – März 2025', '4. März 2025, 16:00'],
  ['fr-FR', 'janvier 2024 – mars 2025', '4 mars 2025, 16:00'],
])('%s: a stretch of months, and an hour', (locale, span, hour) => {
  expect(spanWords('2024-01-01', '2025-03-01', 'month', { locale })).toBe(span);
  expect(stepLabel('2025-03-04T16:00:00', 'hour', { locale }).replace(/\s/g, ' ')).toBe(hour);
});

test.each([
  ['de-AT', 'de-DE'],
  ['en', 'en-GB'],
  ['en-US', 'en-US'],
  ['pt-BR', 'pt-PT'],
  ['ja', 'en-GB'],
])('a browser in %s writes as in %s', (language, locale) => expect(nearestLocale(language)).toBe(locale));
