import fc from 'fast-check';
import { isoDate } from '../calendar';
import { readTime } from './clock';
import { scanDate, writeDate } from './date';

const under = (text: string) => {
  const scan = scanDate(text);
  return scan && writeDate(scan, 'DMY', scan.grade === 'time');
};

describe('one cell as a date', () => {
  test.each([
    ['2025-03-04', '2025-03-04'],
    ['04/03/2025', '2025-03-04'],
    ['4.3.25', '2025-03-04'],
    ['04 03 2025', '2025-03-04'],
    ['2025/3/4', '2025-03-04'],
    ['20250304', '2025-03-04'],
    ['3rd March 2025', '2025-03-03'],
    ['Tue 4 Mar 2025', '2025-03-04'],
    ['Tuesday, 4 March 2025', '2025-03-04'],
    ['March 4, 2025', '2025-03-04'],
    ['04-Mar-25', '2025-03-04'],
    ['4MAR2025', '2025-03-04'],
    ['4. März 2025', '2025-03-04'],
    ['4 mars 2025', '2025-03-04'],
    ['1er janvier 2025', '2025-01-01'],
    ['4 de marzo de 2025', '2025-03-04'],
    ['4 marzo 2025', '2025-03-04'],
    ['4 de março de 2025', '2025-03-04'],
    ['4 maart 2025', '2025-03-04'],
    ['Dienstag, 4. März 2025', '2025-03-04'],
    ['04/03/2025 16:20', '2025-03-04T16:20:00'],
    ['04/03/2025 4:20 PM', '2025-03-04T16:20:00'],
    ['04/03/2025 12:05 am', '2025-03-04T00:05:00'],
    ['2025-03-04T16:20:30.5Z', '2025-03-04T16:20:30'],
    ['4 Mar 2025, 4pm', '2025-03-04T16:00:00'],
  ])('%s is %s', (text, value) => expect(under(text)).toBe(value));

  test.each([
    ['Mar 2024', 'month', '2024-03-01'],
    ['2024-03', 'month', '2024-03-01'],
    ['03/2024', 'month', '2024-03-01'],
    ["Mar '24", 'month', '2024-03-01'],
    ['août 2024', 'month', '2024-08-01'],
    ['Q1 2024', 'quarter', '2024-01-01'],
    ['2024 Q3', 'quarter', '2024-07-01'],
    ['1Q24', 'quarter', '2024-01-01'],
    ['2024-W07', 'week', '2024-02-12'],
    ['2023/24', 'year', '2023-01-01'],
  ])('%s is a whole %s, from %s', (text, grade, value) => {
    expect(scanDate(text)?.grade).toBe(grade);
    expect(under(text)).toBe(value);
  });

  test.each([
    '31/02/2025',
    '2025-02-29',
    '2025-13-01',
    '32 March 2025',
    '04/03/2025 25:00',
    '2025-W54',
    '2025-366',
    '2023/25',
  ])('%s does not exist and is shifted to no other day', (text) => expect(scanDate(text)).toBeUndefined());

  test.each(['12.50', '1,234', 'Bed 12', 'Plan A 2024', 'May', '5', '2024', 'A4 2025x', '1.2.3', 'Quill 24'])(
    '"%s" is no date',
    (text) => expect(scanDate(text)).toBeUndefined(),
  );

  test('both orders are kept where both make a day, one where only one does', () => {
    const scan = scanDate('03/04/2025');
    expect(scan && [writeDate(scan, 'DMY', false), writeDate(scan, 'MDY', false)]).toEqual([
      '2025-04-03',
      '2025-03-04',
    ]);
    expect(Object.keys(scanDate('13/04/2025')?.under ?? {})).toEqual(['DMY']);
  });

  test('an offset from UTC is left off and said', () => {
    const scan = scanDate('2025-03-04T16:20:00+02:00');
    expect(scan?.zoned).toBe(true);
    expect(scan && writeDate(scan, 'YMD', true)).toBe('2025-03-04T16:20:00');
  });

  test('two-digit years run from 1950 to 2049', () => {
    expect([under('4 Mar 49'), under('4 Mar 50')]).toEqual(['2049-03-04', '1950-03-04']);
  });

  test('a day written in any of seven languages is read back', () => {
    const day = fc.date({ min: new Date('1951-01-01'), max: new Date('2049-01-01'), noInvalidDate: true });
    const language = fc.constantFrom('en-GB', 'en-US', 'de', 'fr', 'es', 'it', 'pt', 'nl');
    fc.assert(
      fc.property(day, language, fc.constantFrom('long', 'medium', 'full'), (date, locale, style) => {
        const text = new Intl.DateTimeFormat(locale, { dateStyle: style as 'long', timeZone: 'UTC' }).format(date);
        const scan = scanDate(text);
        const order = locale === 'en-US' ? 'MDY' : 'DMY';
        expect([text, scan && writeDate(scan, order, false)]).toEqual([text, isoDate(date.getTime())]);
      }),
      { numRuns: 400 },
    );
  });

  test('never throws on any text', () => {
    fc.assert(fc.property(fc.string(), (text) => void scanDate(text)));
  });
});

test.each([
  ['16:20', '16:20:00'],
  ['4:20 pm', '16:20:00'],
  ['4pm', '16:00:00'],
  ['09:05:30', '09:05:30'],
  ['25:00', undefined],
  ['12:60', undefined],
])('the time of day %s is %s', (text, value) => expect(readTime(text)).toBe(value));
