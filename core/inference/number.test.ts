import fc from 'fast-check';
import { readNumber, shift } from './number';

test.each([
  ['Rs. 500', 'INR'],
  ['CA$12.00', 'CAD'],
  ['AUD$ 5', 'AUD'],
  ['1 200,- Kč', 'CZK'],
])('%s is money of %s', (text, currency) => expect(readNumber(text, '.')?.currency).toBe(currency));

describe('one cell as a number', () => {
  test.each([
    ['1,234.50', '1234.50'],
    ['12,34,567.00', '1234567.00'],
    ["1'234.50", '1234.50'],
    ['1 234.50', '1234.50'],
    ['1\u00a0234.50', '1234.50'],
    ['1\u202f234.50', '1234.50'],
    ['-5', '-5'],
    ['\u22125', '-5'],
    ['5-', '-5'],
    ['(12.50)', '-12.50'],
    ['+5', '5'],
    ['1.2e6', '1200000'],
    ['£12.50', '12.50'],
    ['-£12.50', '-12.50'],
    ['12.50 EUR', '12.50'],
    ['USD 12.50', '12.50'],
    ['12%', '0.12'],
    ['12.5 %', '0.125'],
    ['.5', '0.5'],
    ['9007199254740993', '9007199254740993'],
    ['Rs. 500', '500'],
    ['Rs.1,200', '1200'],
    ['CA$12.00', '12.00'],
    ['AUD$ 5', '5'],
    ['1 200,- Kč', '1200'],
    ['CHF 12.–', '12'],
  ])('%s is %s with a point as the decimal sign', (text, value) => {
    expect(readNumber(text, '.')?.value).toBe(value);
  });

  test.each([
    ['1.234,50', '1234.50'],
    ['1 234,50', '1234.50'],
    ['12,5', '12.5'],
    ['12,50 €', '12.50'],
  ])('%s is %s with a comma as the decimal sign', (text, value) => {
    expect(readNumber(text, ',')?.value).toBe(value);
  });

  test.each(['2l.50', '18.O0', '1,23', '12.34.56', '', 'see note', '1-2', '--5', '12 34', '£', '5 5%', '(5', '$5 EUR'])(
    '"%s" is no number',
    (text) => expect(readNumber(text, '.')).toBeUndefined(),
  );

  test('a number with a nought in front is marked, since it may be a code', () => {
    expect(readNumber('007', '.')?.leadingZero).toBe(true);
    expect(readNumber('0.7', '.')?.leadingZero).toBe(false);
  });

  test('every number that the language writes is read back digit for digit', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e12, max: 1e12 }), fc.integer({ min: 0, max: 6 }), (units, places) => {
        const plain = units === 0 ? '0' : (units < 0 ? '-' : '') + shift(String(Math.abs(units)), -places);
        expect(readNumber(plain, '.')?.value).toBe(plain);
      }),
    );
  });

  test('never throws on any text', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('.', ',') as fc.Arbitrary<'.' | ','>, (text, sign) => {
        readNumber(text, sign);
      }),
    );
  });
});
