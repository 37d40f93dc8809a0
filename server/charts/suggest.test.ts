import { carryOver } from '@/core/recommend';
import { cleanUp, takeIn } from '@/testing/sheets';
import { sheetBook } from './book';
import { suggest } from './suggest';

afterAll(cleanUp);

const size = { width: 700, height: 400 };
const customers = (more: number) =>
  Array.from({ length: 90 }, (_, i) => `Customer ${i + 1},${1000 - i * 10 + more},${2 + ((i + more) % 7)}`);

test('of many different values the largest stand in a list, with the rest as Other', async () => {
  const text = ['Customer,Ordered,Orders', ...customers(0), ...customers(4)].join('\n');
  const sheet = await takeIn('ninety-customers.csv', text);
  const [{ spec, form, model }] = await suggest(await sheetBook(sheet.id), ['c1', 'c2'], size);
  expect([spec.across, form]).toEqual([{ as: 'group', column: 'c1', keep: 25 }, 'bar']);
  expect(model.across.labels[0]).toBe('Customer 1');
  expect(model.across.labels).toHaveLength(26);
  // Nothing is lost in it: all that was ordered, twice over.
  const all = Array.from({ length: 90 }, (_, i) => 2 * (1000 - i * 10) + 4).reduce((sum, one) => sum + one);
  expect(model.series[0].values.reduce<number>((sum, value) => sum + (value ?? 0), 0)).toBe(all);
});

test('a line is not carried over to groups without an order', async () => {
  const rows = Array.from(
    { length: 60 },
    (_, i) => `2025-0${1 + (i % 6)}-11,${['Yard', 'Shop', 'Web'][i % 3]},${10 + i}`,
  );
  const sheet = await takeIn('line-over-groups.csv', ['Day,Spot,Takings', ...rows].join('\n'));
  const book = await sheetBook(sheet.id);
  const [{ spec: overTime }] = await suggest(book, ['c1', 'c3'], size);
  const [{ spec: byGroup }] = await suggest(book, ['c2', 'c3'], size);
  const byHand = { ...overTime, layers: overTime.layers.map((layer) => ({ ...layer, shape: 'area' as const })) };
  expect(overTime.layers.map(({ shape }) => shape)).toEqual(['line']);
  for (const before of [overTime, byHand])
    expect(carryOver(overTime, before, byGroup).layers.map(({ shape }) => shape)).toEqual(['column']);
});

test('averages are no parts of a whole: neither pies nor stacks of them are proposed', async () => {
  const rows = Array.from(
    { length: 60 },
    (_, i) => `${['Yard', 'Shop', 'Web'][i % 3]},${['Herbs', 'Bulbs'][i % 2]},${i}`,
  );
  const sheet = await takeIn('averages.csv', ['Spot,Kind,Average wait (min)', ...rows].join('\n'));
  const found = await suggest(await sheetBook(sheet.id), ['c1', 'c2', 'c3'], size);
  expect(found.map(({ form }) => form)).not.toContain('pie');
  expect(found.flatMap(({ spec }) => spec.layers.flatMap(({ stack }) => stack ?? []))).toEqual([]);
});
