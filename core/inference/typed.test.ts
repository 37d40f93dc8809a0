import { readDay, readTyped } from './typed';

test.each([
  ['50m', 50_000_000],
  ['50M', 50_000_000],
  ['50k', 50_000],
  ['50,000', 50_000],
  ['1.5bn', 1_500_000_000],
  ['£50k', 50_000],
  ['-3.25', -3.25],
  [' 12 ', 12],
] as const)('%s is typed for %d', (text, value) => expect(readTyped(text)).toBe(value));
test('of percent a plain number counts in percent', () =>
  expect([readTyped('12', '%'), readTyped('12%', '%'), readTyped('12%')]).toEqual([0.12, 0.12, 0.12]));
test.each(['', 'many', '5 kg', '1/2', 'k'])('"%s" is no number', (text) => expect(readTyped(text)).toBeUndefined());

test.each([
  ['31/03/2024', 'DMY', '2024-03-31'],
  ['3/4/2024', 'MDY', '2024-03-04'],
  ['3/4/2024', 'DMY', '2024-04-03'],
  ['3/4/2024', 'YMD', '2024-04-03'],
  // What makes no date in the order of the column is one in the other.
  ['3/31/2024', 'DMY', '2024-03-31'],
  ['31 Mar 2024', 'DMY', '2024-03-31'],
  ['2024-03-31', 'DMY', '2024-03-31'],
  ['31.3.2024', 'DMY', '2024-03-31'],
] as const)('%s, %s, is %s', (text, order, day) => expect(readDay(text, order)).toBe(day));
test.each(['', 'soon', '31/02/2024', '99/99/2024'])('"%s" is no day', (text) => expect(readDay(text)).toBeUndefined());
