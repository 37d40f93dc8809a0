import { relationsIn } from './relations';
import type { SheetSample, Value } from './sample';

const sampleOf = (...columns: Value[][]): SheetSample => ({
  columns,
  rows: columns[0].length,
  total: columns[0].length,
});
const numbers = (count: number, make: (i: number) => number) => Array.from({ length: count }, (_, i) => make(i));
const all = (count: number) => numbers(count, (i) => i);

const bread = numbers(30, (i) => 100 + ((i * 37) % 50));
const cakes = numbers(30, (i) => 40 + ((i * 17) % 23));
const coffee = numbers(30, (i) => 10 + ((i * 11) % 31));

test('a column that is the sum of its neighbours is found with its parts', () => {
  const total = bread.map((one, i) => one + cakes[i] + coffee[i]);
  const { sums } = relationsIn(sampleOf(bread, cakes, coffee, total), all(4), []);
  expect(sums).toMatchObject([{ sum: 3, parts: [0, 1, 2] }]);
});

test('one row in a hundred may be off, one in ten not', () => {
  const total = (every: number) => bread.map((one, i) => one + cakes[i] + (i % every === every - 1 ? 7 : 0));
  expect(relationsIn(sampleOf(bread, cakes, total(100)), all(3), []).sums.some(({ sum }) => sum === 2)).toBe(true);
  expect(relationsIn(sampleOf(bread, cakes, total(10)), all(3), []).sums.some(({ sum }) => sum === 2)).toBe(false);
});

test('quantity times price is found, rounded to the penny', () => {
  const quantity = numbers(30, (i) => 1 + (i % 7));
  const price = numbers(30, (i) => Math.round((1.05 + ((i * 13) % 17) / 3) * 100) / 100);
  const takings = quantity.map((one, i) => Math.round(one * price[i] * 100) / 100);
  expect(relationsIn(sampleOf(quantity, price, takings), all(3), []).products).toMatchObject([
    { product: 2, factors: [0, 1] },
  ]);
});

test('columns that are nearly always 0 are no sums and products of each other', () => {
  const mostly = (at: number) => numbers(60, (i) => (i % 20 === at ? 5 + i : 0));
  const { sums, products } = relationsIn(sampleOf(mostly(1), mostly(3), mostly(5)), all(3), []);
  expect([sums, products]).toEqual([[], []]);
});

test('neighbours that add up to 1 or to 100 are shares', () => {
  const a = numbers(20, (i) => 20 + ((i * 7) % 30));
  const b = numbers(20, (i) => 10 + ((i * 3) % 20));
  const c = a.map((one, i) => 100 - one - b[i]);
  expect(relationsIn(sampleOf(a, b, c), all(3), []).shares).toMatchObject([{ parts: [0, 1, 2], whole: 100 }]);
  const parts = [a, b, c].map((column) => column.map((one) => one / 100));
  expect(relationsIn(sampleOf(...parts), all(3), []).shares).toMatchObject([{ whole: 1 }]);
});

test('what is the same in all rows of a group belongs to the group', () => {
  const town = numbers(40, (i) => Math.floor(i / 5)).map((i) => `town ${i}`);
  const people = numbers(40, (i) => 1000 + 317 * Math.floor(i / 5));
  const age = numbers(40, (i) => 20 + ((i * 7) % 41));
  const { repeated } = relationsIn(sampleOf(town, people, age), [1, 2], [0]);
  expect([...repeated]).toEqual([[1, 0]]);
});
