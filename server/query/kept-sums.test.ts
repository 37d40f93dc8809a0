import fc from 'fast-check';
import { sql } from 'drizzle-orm';
import type { GrainAxis, GroupedQuery, Measure, RowFilter } from '@/core/grain';
import { cleanUp, takeIn } from '@/testing/sheets';
import { database } from '../db/client';
import { keepSums } from '../sheets/keep-sums';
import { rereadSheet } from '../sheets/changes';
import { deleteSheet } from '../sheets/deleting';
import { readySheet, type ReadySheet } from '../sheets/sheets';
import { keptTarget, planKept } from './kept-sums';
import { targetOf } from './run';
import { groupedSql } from './to-sql';

const ROWS = 4_000;
const SPOTS = ['Yard', 'Shop', ''];

/** Receipts of nine days, with blanks in every column. */
function receipts(): string {
  let state = 7;
  const next = (most: number) => (state = (state * 48271) % 2147483647) % most;
  const lines = Array.from({ length: ROWS }, () => {
    const at = next(40) === 0 ? '' : `2025-03-0${1 + next(9)} 1${next(10)}:30`;
    const takings = next(15) === 0 ? '' : (next(100_000) / 100 - 50).toFixed(2);
    return `${at},${SPOTS[next(3)]},${next(2) ? 'Fern' : 'Moss'},${takings},${next(9)}`;
  });
  return `Sold on,Spot,Plant,Takings,Quantity\n${lines.join('\n')}\n`;
}

const tables = async (name: string) =>
  (
    await database().execute<{ tablename: string }>(
      sql`SELECT tablename FROM pg_tables WHERE schemaname = 'sheets' AND tablename LIKE ${`%${name}%`}`,
    )
  ).rows.map(({ tablename }) => tablename);

let sheet: ReadySheet;
beforeAll(async () => {
  const taken = await takeIn('kept.csv', receipts());
  await keepSums(taken, ROWS);
  sheet = await readySheet(taken.id);
});
afterAll(cleanUp);

const measures: Measure[] = [
  { want: 'rows' },
  { want: 'first-row' },
  { want: 'sum', of: 'c4' },
  { want: 'count', of: 'c4' },
  { want: 'min', of: 'c4' },
  { want: 'max', of: 'c4' },
  { want: 'sum', of: 'c5' },
  { want: 'count', of: 'c1' },
  { want: 'count', of: 'c2' },
  { want: 'distinct', of: 'c3' },
];
const axes: GrainAxis[] = [
  ...(['day', 'week', 'month'] as const).map((step) => ({ as: 'step' as const, column: 'c1', step, calendar: {} })),
  { as: 'step', column: 'c1', step: 'week', calendar: { weekStart: 'sunday' } },
  { as: 'cycle', column: 'c1', cycle: 'weekday' },
  { as: 'value', column: 'c2' },
  { as: 'value', column: 'c3' },
];
const filters: RowFilter[] = [
  { column: 'c2', keep: ['Yard', null] },
  { column: 'c3', keep: ['Fern'], not: true },
  { column: 'c1', from: '2025-03-03', to: '2025-03-08' },
  { column: 'c1', present: true },
  { column: 'c2', present: false },
  { column: 'c1', cycle: 'weekday', place: 3 },
  { column: 'c1', step: 'week', calendar: {}, starts: ['2025-03-03T00:00:00', null] },
];

const ask = async (query: GroupedQuery, kept: boolean) => {
  const asked = targetOf(sheet);
  const target = kept && sheet.keptSums ? keptTarget(query, sheet.keptSums, asked.columns) : asked;
  if (!target) throw new Error(`the kept sums do not answer ${JSON.stringify(query)}`);
  const rows = await asked.rows(groupedSql(query, target));
  return rows.map((row) => JSON.stringify(Object.entries(row).sort())).sort();
};

test('days and groups are kept, with their amounts', () =>
  expect(sheet.keptSums).toMatchObject({ day: 'c1', groups: ['c2', 'c3'], amounts: ['c4', 'c5'] }));

test('any question that the kept sums answer has the answer of the rows', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.subarray(axes, { maxLength: 3 }),
      fc.subarray(measures, { minLength: 1 }),
      fc.subarray(filters, { maxLength: 3 }),
      async (by, want, only) => {
        const query: GroupedQuery = { kind: 'grouped', sheet: sheet.id, axes: by, measures: want, filters: only };
        expect(await ask(query, true)).toEqual(await ask(query, false));
      },
    ),
    { numRuns: 150 },
  );
});

test.each<[string, Partial<GroupedQuery>]>([
  ['hours', { axes: [{ as: 'step', column: 'c1', step: 'hour', calendar: {} }] }],
  ['hours of the day', { axes: [{ as: 'cycle', column: 'c1', cycle: 'hour-of-day' }] }],
  ['medians', { measures: [{ want: 'median', of: 'c4' }] }],
  ['products', { measures: [{ want: 'sum', of: 'c4 * c5' }] }],
  ['different amounts', { measures: [{ want: 'distinct', of: 'c4' }] }],
  ['ranges of amounts', { filters: [{ column: 'c4', from: 10 }] }],
  ['part of a day', { filters: [{ column: 'c1', from: '2025-03-03T12:00:00' }] }],
  ['groups in bins', { axes: [{ as: 'bin', column: 'c4', start: 0, width: 10, count: 5 }] }],
  ['the largest few', { filters: [{ column: 'c2', top: 1, by: { amount: { rows: true }, summary: 'count' } }] }],
])('%s are asked of the rows', (_, parts) => {
  const query: GroupedQuery = { kind: 'grouped', sheet: sheet.id, axes: [], measures: [], filters: [], ...parts };
  expect(sheet.keptSums && keptTarget(query, sheet.keptSums, targetOf(sheet).columns)).toBeUndefined();
});

test('what would hardly be smaller than the rows is not planned', () => {
  expect(planKept(sheet.columns, 40)).toBeUndefined();
  expect(planKept(sheet.columns, 400)).toMatchObject({ day: 'c1', groups: [] });
});

test('kept sums go when the sheet is read again, and with the sheet', async () => {
  const taken = await takeIn('kept-and-gone.csv', receipts());
  await keepSums(taken, ROWS);
  expect(await tables(taken.id)).toHaveLength(2);
  await rereadSheet(taken.id, { findings: { totals: false } });
  const again = await readySheet(taken.id);
  expect(again.keptSums).toBeNull();
  expect(await tables(taken.id)).toEqual([again.tableName]);
  const keeping = keepSums(again, ROWS);
  await deleteSheet(taken.id);
  await keeping;
  expect(await tables(taken.id)).toEqual([]);
});
