import { senseTable, tableOf } from '@/testing/sense';

/** What a column of whole numbers is good for, beside a column of texts. */
const roleOf = (header: string, cells: readonly number[]) =>
  senseTable(tableOf(cells.length, { Word: (i) => `word ${i % 9}`, [header]: (i) => cells[i] })).columns[1].role;
const numbers = (count: number, make: (i: number) => number) => Array.from({ length: count }, (_, i) => make(i));

const rarer = numbers(100, (i) => (i < 55 ? 0 : i < 80 ? 1 : i < 92 ? 2 : i < 98 ? 3 : 4));
const even = numbers(100, (i) => 1 + (i % 4));

test('0, 1, 2 and on, ever rarer, count something; 1 to 4, each about as often, are kinds', () => {
  expect(roleOf('Zork', rarer)).toBe('amount');
  expect(roleOf('Zork', even)).toBe('group');
});

test.each([
  ['Treatment', even, 'group'],
  ['Region', numbers(100, (i) => 1 + ((i * i) % 9)), 'group'],
  ['Visits', even, 'amount'],
  ['Rating', even, 'amount'],
  ['Customer', numbers(100, (i) => 1000 + i * 3), 'key'],
  ['statecode', numbers(100, (i) => 100 + ((i * 37) % 90)), 'key'],
  ['num_sold', even, 'amount'],
  ['account_length', numbers(100, (i) => (i * 37) % 200), 'amount'],
  ['Zork', numbers(100, (i) => i + 1), 'key'],
  ['Flag', numbers(100, (i) => i % 2), 'group'],
  ['Years at the company', numbers(100, (i) => (i * 7) % 30), 'amount'],
  ['Number', numbers(100, (i) => 30 + ((i * 131) % 800)), 'amount'],
  ['Number', numbers(100, (i) => 4000 + i * 2), 'key'],
  ['Year', numbers(100, (i) => 61 + (i % 18)), 'group'],
  ['Day', numbers(100, (i) => 1 + (i % 31)), 'group'],
  ['Spending per pupil', numbers(100, (i) => 4000 + ((i * 131) % 800)), 'amount'],
] as const)('%s is a column of role %3$s', (header, cells, role) => expect(roleOf(header, cells)).toBe(role));

test('what the user said of a column stands', () => {
  const rows = tableOf(100, { Word: (i) => `word ${i % 9}`, Zork: (i) => even[i] });
  const { columns } = senseTable(rows, { corrections: { c2: { role: 'amount' } } });
  expect(columns[1].role).toBe('amount');
});
