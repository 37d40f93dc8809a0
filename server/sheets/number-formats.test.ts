import { builtInLook, formatLook, formattedNumber } from './number-formats';

test.each([
  ['General', { as: 'number' }],
  ['0.00E+00', { as: 'number' }],
  ['#,##0.00;[Red]-#,##0.00', { as: 'number' }],
  ['0.0%', { as: 'percent' }],
  ['[$£-809]#,##0.00', { as: 'money', mark: '£' }],
  ['[$EUR] #,##0', { as: 'money', mark: 'EUR' }],
  ['"€"#,##0', { as: 'money', mark: '€' }],
  ['dd/mm/yyyy', { as: 'date', timed: false }],
  ['yyyy-mm-dd hh:mm', { as: 'date', timed: true }],
  ['[h]:mm', { as: 'span' }],
  ['0 "days"', { as: 'number' }],
  ['0\\d', { as: 'number' }],
])('%s', (code, look) => expect(formatLook(code)).toEqual(look));

/** Serial numbers: ISO/IEC 29500-1, 18.17.4.1. */
test.each([
  [45_720, 'dd/mm/yyyy', false, '2025-03-04'],
  [45_720.5, 'dd/mm/yyyy hh:mm', false, '2025-03-04T12:00:00'],
  [0.75, 'hh:mm', false, '18:00:00'],
  [1.5, '[h]:mm', false, '36:00:00'],
  [44_258, 'dd/mm/yyyy', true, '2025-03-04'],
  [99_999_999_999, 'dd/mm/yyyy', false, '99999999999'],
  [-1, 'dd/mm/yyyy', false, '-1'],
  [-12.5, '[$£-809]0.00', false, '-£12.5'],
  [0.125, '0%', false, '12.5%'],
])('%s under %s', (value, code, since1904, text) =>
  expect(formattedNumber(value, formatLook(code), since1904)).toBe(text),
);

test('formats without a code', () => {
  expect([0, 9, 14, 22, 46, 164].map((id) => builtInLook(id).as)).toEqual([
    'number',
    'percent',
    'date',
    'date',
    'span',
    'number',
  ]);
});
