import { senseTable, tableOf } from '@/testing/sense';
import { rowSentence } from './row-words';
import { singular } from './row-names';

const day = (i: number) => new Date(Date.UTC(2025, 0, 1 + i)).toISOString().slice(0, 10);
const month = (i: number) => new Date(Date.UTC(2023, i, 1)).toISOString().slice(0, 10);
const chance = (i: number, most: number) => (Math.imul(i + 1, 0x9e3779b1) >>> 8) % most;

const SHEETS = {
  jobs: tableOf(60, {
    'Job no': (i) => `J-${100 + i}`,
    Date: (i) => day(chance(i, 90)),
    'Parts (£)': (i) => 5 + chance(i, 200),
  }),
  days: tableOf(60, { Day: day, Visitors: (i) => 300 + chance(i, 200), Orders: (i) => 4 + chance(i, 30) }),
  readings: tableOf(60, { Day: day, 'Temperature (°C)': (i) => (10 + Math.sin(i / 5)).toFixed(1) }),
  stores: tableOf(60, {
    Month: (i) => month(Math.floor(i / 3)),
    Store: (i) => ['North', 'South', 'Mill'][i % 3],
    Sales: (i) => 900 + chance(i, 500),
  }),
  people: tableOf(60, {
    Age: (i) => 20 + chance(i, 40),
    Sex: (i) => ['f', 'm'][i % 2],
    Height: (i) => 150 + chance(i, 45),
  }),
  counts: tableOf(12, {
    Hall: (i) => ['Art', 'Ships', 'Birds'][Math.floor(i / 4)],
    Ticket: (i) => ['Adult', 'Child', 'Free', 'Senior'][i % 4],
    Visitors: (i) => 30 + chance(i, 90),
  }),
};

test.each([
  ['jobs', 'event', 'Each row is a job.'],
  ['days', 'period', 'Each row is a day.'],
  ['readings', 'reading', 'Each row is a reading.'],
  ['stores', 'thing-in-period', 'Each row is one store in one stretch of time.'],
  ['people', 'thing', 'Each row is a person.'],
  ['counts', 'cell', 'Each row is a count for a combination of groups.'],
] as const)('%s: a row is of kind %s', (name, is, words) => {
  const { row, columns } = senseTable(SHEETS[name]);
  const thing = columns.find(({ key }) => key === row.thing)?.name;
  expect([row.is, rowSentence(row, thing)]).toEqual([is, words]);
  expect(row.reasons.length).toBeGreaterThan(0);
});

test('what its user says of the rows stands, and the summaries follow', () => {
  const rows = tableOf(40, {
    Name: (i) => `thing ${i}`,
    Zork: (i) => (3 + (i % 7) / 10).toFixed(1),
    Quux: (i) => 2000 + i * 31,
  });
  expect(senseTable(rows).columns[2].summary).toBe('mean');
  const said = senseTable(rows, { row: { is: 'event', name: 'order' } });
  expect(said.row).toMatchObject({ is: 'event', name: 'order', reasons: ['You said what a row is.'] });
  expect(said.columns[2].summary).toBe('sum');
});

test('a receipt of several rows makes a row a line of it', () => {
  const rows = tableOf(60, {
    'Sold on': (i) => day(chance(i, 40)),
    'Receipt no': (i) => 700 + Math.floor(i / 2),
    Takings: (i) => 3 + chance(i, 60),
  });
  expect(senseTable(rows, { sheetName: 'Till receipts 2025' }).row.name).toBe('receipt line');
});

test.each([
  ['deliveries', 'delivery'],
  ['boxes', 'box'],
  ['jobs', 'job'],
  ['status', undefined],
  ['bus', undefined],
])('one of %s is a %s', (many, one) => expect(singular(many)).toBe(one));
