import { cellLook } from '@/core/inference';
import { findShape, type ShapeChoices } from '..';

const PARTS = [
  ['Year', 'Month', 'Day', 'Sales'],
  ['2024', '1', '15', '120'],
  ['2024', '2', '3', '130'],
  ['2024', '', '9', '140'],
];

function shaped(rows: readonly (readonly string[])[], choices?: ShapeChoices) {
  const records = rows.map((cells, i) => ({ cells, number: i + 1 }));
  const shape = findShape(records, true, cellLook, choices);
  const offered = shape.findings.find(({ id }) => id === 'date-parts');
  return { headers: shape.headers, rows: records.flatMap((record) => shape.rows(record)), offered };
}
const taken = { findings: { 'date-parts': true } };

test('year, month and day of their own are offered as one date, and kept apart until that is taken', () => {
  const { headers, offered } = shaped(PARTS);
  expect(headers).toEqual(['Year', 'Month', 'Day', 'Sales']);
  expect(offered).toMatchObject({
    taken: false,
    says: 'Year, Month and Day are parts of one date',
    columns: [0, 1, 2],
  });
});

test('taken, they become one column in the place of the first; a part that is missing makes no date', () => {
  const { headers, rows } = shaped(PARTS, taken);
  expect(headers).toEqual(['Date', 'Sales']);
  expect(rows).toEqual([
    ['2024-01-15', '120'],
    ['2024-02-03', '130'],
    ['', '140'],
  ]);
});

test('year and month alone become a month, also where months have names', () => {
  const named = [
    ['Shop', 'Jahr', 'Monat', 'Umsatz'],
    ['Nord', '2024', 'März', '120'],
    ['Nord', '2024', 'April', '130'],
  ];
  expect(shaped(named, taken)).toMatchObject({
    headers: ['Shop', 'Month', 'Umsatz'],
    rows: [
      ['Nord', 'März 2024', '120'],
      ['Nord', 'April 2024', '130'],
    ],
  });
});

test('nothing is offered where a column of dates stands beside them, or a part is none', () => {
  expect(shaped(PARTS.map((row, i) => [...row, i === 0 ? 'Date' : '2024-01-15'])).offered).toBeUndefined();
  expect(
    shaped([
      ['Year', 'Month', 'Sales'],
      ['2024', '14', '1'],
      ['2024', '15', '2'],
    ]).offered,
  ).toBeUndefined();
});
