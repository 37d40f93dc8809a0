import { senseTable, tableOf } from '@/testing/sense';
import { EVIDENCE } from './evidence';

const day = (i: number) => new Date(Date.UTC(2025, 0, 1 + i)).toISOString().slice(0, 10);
const month = (i: number) => new Date(Date.UTC(2023, i, 1)).toISOString().slice(0, 10);
const chance = (i: number, most: number) => (Math.imul(i + 1, 0x9e3779b1) >>> 8) % most;

const column = (rows: string[][], name: string) => {
  const found = senseTable(rows).columns.find((one) => one.name === name);
  if (!found) throw new RangeError(`no column ${name}`);
  return found;
};

/** A sheet of dated rows, several a day, with one more column. */
const dated = (header: string, cell: (i: number) => string | number) =>
  tableOf(80, { Date: (i) => day(chance(i, 50)), Kind: (i) => 'abc'[i % 3], [header]: cell });
/** Things without a date. */
const things = (header: string, cell: (i: number) => string | number) =>
  tableOf(60, { Name: (i) => `thing ${i}`, [header]: cell });

test.each([
  ['money that came in', dated('Takings (£)', (i) => (chance(i, 9000) / 100).toFixed(2)), 'Takings', 'sum'],
  ['a price', dated('Unit price (£)', (i) => (1 + chance(i, 900) / 100).toFixed(2)), 'Unit price', 'mean'],
  ['a temperature', dated('Oven (°C)', (i) => 180 + chance(i, 40)), 'Oven', 'mean'],
  ['a price, in German', dated('Stückpreis (€)', (i) => (1 + chance(i, 900) / 100).toFixed(2)), 'Stückpreis', 'mean'],
  ['sales, in French', dated('Ventes (€)', (i) => chance(i, 900)), 'Ventes', 'sum'],
  ['how long each took', dated('Days to pay', (i) => chance(i, 60)), 'Days to pay', 'mean'],
  ['a mark', dated('Service (1-5)', (i) => 1 + chance(i, 5)), 'Service (1-5)', 'mean'],
  ['rain of a day', dated('Rain (mm)', (i) => chance(i, 12)), 'Rain', 'sum'],
  ['a figure for each', things('Crimes per 100,000', (i) => 2000 + chance(i, 4000)), 'Crimes per 100,000', 'mean'],
  ['a share', things('Zork', (i) => (chance(i, 97) / 100).toFixed(2)), 'Zork', 'mean'],
  ['a length', things('Length (mm)', (i) => 40 + chance(i, 30)), 'Length', 'mean'],
  ['votes', things('Votes', (i) => chance(i, 90_000)), 'Votes', 'sum'],
] as const)('%s (%3$s) is summarised by %4$s', (_, rows, name, summary) =>
  expect(column(rows, name).summary).toBe(summary),
);

test('a meter takes its last, and says that it never falls', () => {
  const meter = column(
    tableOf(30, { 'Read on': month, 'Meter (kWh)': (i) => 48_000 + i * 410 + chance(i, 90) }),
    'Meter',
  );
  expect(meter).toMatchObject({
    summary: 'last',
    reasons: expect.arrayContaining([expect.stringMatching(/never falls/)]),
  });
});

test('a stock takes the last of each store and adds these up; without dates it is added up', () => {
  const stock = (i: number) => 400 + 30 * (i % 3) + Math.round(40 * Math.sin(i / 9));
  const rows = tableOf(60, {
    Month: (i) => month(Math.floor(i / 3)),
    Store: (i) => ['North', 'South', 'Mill'][i % 3],
    Stock: stock,
  });
  expect(column(rows, 'Stock')).toMatchObject({ summary: 'last', per: 'c2' });
  const list = tableOf(60, { Item: (i) => `item ${i}`, 'In stock': (i) => chance(i, 900) });
  expect(column(list, 'In stock').summary).toBe('sum');
});

test('the level after each movement is that of the thing that moved', () => {
  const level = [500, 900, 200];
  const rows = tableOf(150, {
    'Moved at': (i) => `${day(Math.floor(i / 3))} 17:00`,
    Article: (i) => ['Fern', 'Moss', 'Ivy'][i % 3],
    Pieces: (i) => chance(i, 9) - 4,
    'In hand': (i) => (level[i % 3] += chance(i, 9) - 4),
  });
  expect(column(rows, 'In hand')).toMatchObject({ summary: 'last', per: 'c2' });
});

test('a total of its neighbours, and quantity times price, say so', () => {
  const [bread, cakes] = [(i: number) => 100 + chance(i, 60), (i: number) => 40 + chance(i, 30)];
  const sums = tableOf(30, { Date: day, Quux: bread, Quuz: cakes, All: (i) => bread(i) + cakes(i) });
  expect(column(sums, 'All').reasons.join(' ')).toMatch(/sum of “Quux” and “Quuz”/);
  const priced = tableOf(40, {
    Date: day,
    Pieces: (i) => 1 + chance(i, 6),
    Each: (i) => (1.5 + chance(i, 40) / 4).toFixed(2),
    Zork: (i) => ((1 + chance(i, 6)) * (1.5 + chance(i, 40) / 4)).toFixed(2),
  });
  expect(column(priced, 'Zork')).toMatchObject({
    summary: 'sum',
    reasons: expect.arrayContaining([expect.stringMatching(/“Pieces” times “Each”/)]),
  });
});

test('reasons are the strongest first, at most three, and where both would do the other is named', () => {
  const { weighed } = column(
    dated('Unit price (£)', (i) => (1 + chance(i, 900) / 100).toFixed(2)),
    'Unit price',
  );
  expect(weighed?.reasons[0]).toBe('Averaged: it is the price of one, and prices are not added up.');
  expect(weighed?.reasons.length).toBeLessThanOrEqual(3);
  const either = column(
    dated('Hours', (i) => (1 + chance(i, 15) / 2).toFixed(1)),
    'Hours',
  ).weighed?.other;
  expect(either).toMatchObject({ summary: 'mean', reason: expect.stringMatching(/^Either would do: /) });
});

test('every piece of evidence has a name of its own', () => {
  const ids = EVIDENCE.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
});
