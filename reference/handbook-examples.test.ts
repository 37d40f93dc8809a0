/**
 * Worked examples of published handbooks, both written down from memory of their pages:
 * NIST/SEMATECH e-Handbook of Statistical Methods, 6.4.2.1 "Single Moving Average": what a supplier sells, averaged over
 * three; US Bureau of Labor Statistics, Handbook of Methods, Consumer Price Index, "Calculating index changes": an index
 * of 136.0 after one of 129.9 is a change of 6.1 points, 4.7 percent.
 */
import type { ReadySheet } from '@/server/sheets/sheets';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';

const SOLD = [9, 8, 9, 12, 9, 12, 11, 7, 13, 9, 11, 10];
const AVERAGED = [8.667, 9.667, 10, 11, 10.667, 10, 10.333, 9.667, 11, 10];

let sheet: ReadySheet;
let index: ReadySheet;
beforeAll(async () => {
  const month = (i: number) => `2024-${String(i + 1).padStart(2, '0')}-01`;
  sheet = await takeIn('supplier.csv', ['Month,Sold', ...SOLD.map((sold, i) => `${month(i)},${sold}`)].join('\n'));
  index = await takeIn('index.csv', 'Month,Price index\n2024-01-01,129.9\n2024-02-01,136.0\n');
});
afterAll(cleanUp);

const across = { as: 'time', column: 'c1', step: 'month' } as const;
const layer = { id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' } as const;

test('a moving average over three', async () => {
  const model = await drawn(sheet, { across, layers: [{ ...layer, then: 'moving-average', thenBy: { over: 3 } }] });
  const [first, second, ...rest] = model.series[0].values;
  expect([first, second]).toEqual([null, null]);
  expect(rest.map((value) => Number(value?.toFixed(3)))).toEqual(AVERAGED);
});

test('the change of an index in points and in percent', async () => {
  const of = async (then: 'change' | 'change-percent') =>
    (await drawn(index, { across, layers: [{ ...layer, then }] })).series[0].values[1];
  expect(await of('change')).toBe(6.1);
  expect((await of('change-percent'))?.toFixed(3)).toBe('0.047');
});
