import { profileOf } from '@/testing/table';
import { ownOrder } from './own-order';
import { rangeOrder, readRange } from './ranges';

test.each([
  ['25-34', 25, 34],
  ['18 to 24', 18, 24],
  ['18 bis 24', 18, 24],
  ['1,000–1,999', 1000, 1999],
  ['0-39 g/day', 0, 39],
  ['$5k-$10k', 5000, 10_000],
  ['<25', -Infinity, 25],
  ['under 5', -Infinity, 5],
  ['unter 18', -Infinity, 18],
  ['moins de 10', -Infinity, 10],
  ['120+', 120, Infinity],
  ['65 and over', 65, Infinity],
  ['más de 40', 40, Infinity],
])('%s reaches from %p to %p', (text, from, to) => expect(readRange(text)).toEqual({ from, to }));

test.each(['2-1', 'see 3-4', 'A12', '', 'Mock quince', '3', '12-'])('“%s” is no range', (text) =>
  expect(readRange(text)).toBeUndefined(),
);

const ordered = (texts: string[]) => {
  const place = ownOrder(texts);
  return place && [...texts].sort((a, b) => place(a) - place(b));
};

test('ranges stand in their order, open ends first and last, what is none behind them', () => {
  expect(ordered(['65+', '25-34', '<25', '35-64'])).toEqual(['<25', '25-34', '35-64', '65+']);
  expect(ordered(['120+', '80-119', '0-39g/day', '40-79'])).toEqual(['0-39g/day', '40-79', '80-119', '120+']);
  expect(ordered(['Refused', '10 and over', 'under 5', '5 to 9'])).toEqual([
    'under 5',
    '5 to 9',
    '10 and over',
    'Refused',
  ]);
});

test('telephone numbers and results of matches are no ranges of one scale', () => {
  expect(rangeOrder(['555-1234', '555-2345', '444-9999'])).toBeUndefined();
  expect(rangeOrder(['0-3', '1-2', '1-1', '2-2'])).toBeUndefined();
});

test('a column of ranges is a Group whose steps keep their order', () =>
  expect(profileOf('Age', ['25-34', '<25', '65+', '35-64', '<25', '25-34'])).toMatchObject({
    role: 'group',
    meaning: 'ordinal',
    reasons: expect.arrayContaining([expect.stringMatching(/from “<25” to “65\+”/)]),
  }));
