/** How numbers, dates and money are written: published examples, and everything that CLDR writes, through `Intl`. */
import { currencyCode, LANGUAGES, monthNumber, readNumber, scanDate, weekdayNumber, writeDate } from '@/core/inference';
import { profileOf, typedCells } from '@/testing/table';

const iso = (text: string) => {
  const scan = scanDate(text);
  return scan && writeDate(scan, 'YMD', scan.grade === 'time');
};

describe('ISO 8601-1:2019: the forms of its clauses 5.2 to 5.4 (examples 1985-04-12 and its week and ordinal date, from memory)', () => {
  test.each([
    ['1985-04-12', '1985-04-12'],
    ['19850412', '1985-04-12'],
    ['1985-102', '1985-04-12'],
    ['1985-W15-5', '1985-04-12'],
    ['1985W155', '1985-04-12'],
    ['1985-W15', '1985-04-08'],
    ['1985-04', '1985-04-01'],
    ['1985-04-12T10:15:30', '1985-04-12T10:15:30'],
    ['19850412T101530', '1985-04-12T10:15:30'],
    ['1985-04-12T10:15', '1985-04-12T10:15:00'],
    ['1985-04-12T10:15:30+04:00', '1985-04-12T10:15:30'],
    ['1985-04-12T10:15:30Z', '1985-04-12T10:15:30'],
    ['1985-102T10:15:30', '1985-04-12T10:15:30'],
    ['1985-W15-5T10:15:30', '1985-04-12T10:15:30'],
  ])('%s', (text, value) => expect(iso(text)).toBe(value));
});

describe('RFC 3339, 5.8: its examples', () => {
  test.each([
    ['1985-04-12T23:20:50.52Z', '1985-04-12T23:20:50'],
    ['1996-12-19T16:39:57-08:00', '1996-12-19T16:39:57'],
    ['1990-12-31T23:59:60Z', '1990-12-31T23:59:59'],
    ['1990-12-31T15:59:60-08:00', '1990-12-31T15:59:59'],
    ['1937-01-01T12:00:27.87+00:20', '1937-01-01T12:00:27'],
  ])('%s: the time on its clock is kept', (text, value) => expect(iso(text)).toBe(value));
});

describe('ISO 4217', () => {
  test('every code in use that the platform knows is read before and after an amount', () => {
    const codes = Intl.supportedValuesOf('currency');
    expect(codes.length).toBeGreaterThan(150);
    for (const code of codes) {
      expect(currencyCode(code)).toBe(code);
      expect(readNumber(`${code} 12.50`, '.')?.currency).toBe(code);
      expect(readNumber(`12.50 ${code}`, '.')?.currency).toBe(code);
    }
  });

  // The active codes of ISO 4217:2015, table A.1, for the currencies most used in payments; from memory.
  test.each([
    'USD',
    'EUR',
    'GBP',
    'JPY',
    'CHF',
    'CAD',
    'AUD',
    'NZD',
    'CNY',
    'SEK',
    'NOK',
    'DKK',
    'PLN',
    'CZK',
    'HUF',
    'INR',
    'BRL',
    'MXN',
    'ZAR',
    'TRY',
  ])('%s is one', (code) => expect(currencyCode(code)).toBe(code));
});

describe('CLDR, as the platform carries it', () => {
  test.each(LANGUAGES)('months and weekdays of %s, long and short', (language) => {
    for (const length of ['long', 'short'] as const) {
      const month = new Intl.DateTimeFormat(language, { month: length, timeZone: 'UTC' });
      const weekday = new Intl.DateTimeFormat(language, { weekday: length, timeZone: 'UTC' });
      for (let m = 0; m < 12; m++)
        expect([language, monthNumber(month.format(Date.UTC(2025, m, 1)))]).toEqual([language, m + 1]);
      for (let d = 0; d < 7; d++)
        expect([language, weekdayNumber(weekday.format(Date.UTC(2025, 8, 1 + d)))]).toEqual([language, d + 1]);
    }
  });

  test.each([
    'en-GB',
    'en-US',
    'en-IN',
    'de-DE',
    'de-CH',
    'fr-FR',
    'fr-CH',
    'es-ES',
    'it-IT',
    'pt-BR',
    'pt-PT',
    'nl-NL',
    'pl-PL',
    'sv-SE',
    'da-DK',
    'cs-CZ',
  ])('a column of numbers as %s writes them is read digit for digit', (locale) => {
    const values = [1234567.25, 0.5, -42, 1234.5, 99, 1000000, -7654.75, 12.25];
    const format = new Intl.NumberFormat(locale, { maximumFractionDigits: 2 });
    expect(
      typedCells(
        'Amount',
        values.map((value) => format.format(value)),
      ).map(Number),
    ).toEqual(values);
  });

  test.each([
    ['en-GB', 'GBP'],
    ['de-DE', 'EUR'],
    ['fr-FR', 'EUR'],
    ['nl-NL', 'EUR'],
    ['pt-BR', 'BRL'],
    ['en-US', 'USD'],
    ['pl-PL', 'PLN'],
    ['de-CH', 'CHF'],
  ])('a column of money as %s writes it is in %s', (locale, currency) => {
    const format = new Intl.NumberFormat(locale, { style: 'currency', currency });
    const values = [1234.5, 0.99, -42.1, 1000, 12345678.9];
    const cells = values.map((value) => format.format(value));
    expect(typedCells('Amount', cells).map(Number)).toEqual(values);
    expect(profileOf('Amount', cells)).toMatchObject({ unit: currency, meaning: 'currency', role: 'amount' });
  });

  test.each(['en-GB', 'de-DE', 'fr-FR', 'es-ES', 'nl-NL'])('a column of percentages as %s writes them', (locale) => {
    const format = new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits: 1 });
    expect(
      typedCells(
        'Share',
        [0.125, 0.5, 0.07, 1].map((value) => format.format(value)),
      ).map(Number),
    ).toEqual([0.125, 0.5, 0.07, 1]);
  });
});
