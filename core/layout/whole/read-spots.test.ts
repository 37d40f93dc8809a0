import fc from 'fast-check';
import type { ChartSpec, Shape } from '../../spec';
import { drawn, run } from '@/testing/drawn';
import { readSpots } from './read-spots';

const byMonth: ChartSpec['across'] = { as: 'time', column: 'c1', step: 'month' };
const chart = (shape: Shape, series = 1, places = 6, look?: ChartSpec['look']) =>
  drawn({
    across: shape === 'pie' ? { as: 'group', column: 'c2' } : byMonth,
    values: shape === 'pie' ? Array.from({ length: places }, (_, i) => `Spot ${i}`) : run('month', places),
    series,
    layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape, side: 'left' }],
    size: { width: 700, height: 420, whole: true },
    ...(look ? { look } : {}),
  });

test('every place is read once, by its name, with the value of every series', () => {
  const model = chart('line', 3);
  const spots = readSpots(model);
  expect(spots.map(({ title }) => title)).toEqual(model.across.labels);
  expect(spots.map(({ by }) => by)).toEqual(Array.from({ length: 6 }, () => 'x'));
  expect(spots[2].lines.map(({ name, words, color }) => [name, words, color])).toEqual(
    model.series.map(({ name, labels, color }) => [name, labels[2], color]),
  );
});

test('bars are read down, slices where they lie', () => {
  const down = readSpots(chart('bar'));
  expect(down.every(({ by, x }) => by === 'y' && x === down[0].x)).toBe(true);
  expect(down.map(({ y }) => y)).toEqual([...down.map(({ y }) => y)].sort((a, b) => a - b));
  const pie = chart('pie');
  const slices = readSpots(pie);
  expect(slices).toHaveLength(6);
  const [left, top, width, height] = slices[0].box;
  const center = { x: left + width / 2, y: top + height / 2 };
  for (const { x, y, by } of slices) {
    expect(by).toBe('near');
    expect(Math.hypot(x - center.x, y - center.y)).toBeCloseTo((0.7 * width) / 2, 0);
  }
});

test('all of them lie in their plot and in the picture, at any size of letters', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<Shape>('line', 'column', 'area', 'bar', 'pie'),
      fc.integer({ min: 1, max: 5 }),
      fc.integer({ min: 1, max: 30 }),
      fc.constantFrom('small', 'normal', 'large'),
      (shape, series, places, letters) => {
        const model = chart(shape, shape === 'pie' ? 1 : series, places, { letters: letters as 'small' });
        for (const { x, y, box } of readSpots(model)) {
          const [left, top, width, height] = box;
          expect(x).toBeGreaterThanOrEqual(left - 0.2);
          expect(x).toBeLessThanOrEqual(left + width + 0.2);
          expect(y).toBeGreaterThanOrEqual(top - 0.2);
          expect(y).toBeLessThanOrEqual(top + height + 0.2);
          expect(left + width).toBeLessThanOrEqual((model.whole?.width ?? 0) + 0.2);
          expect(top + height).toBeLessThanOrEqual((model.whole?.height ?? 0) + 0.2);
        }
      },
    ),
  );
});

test('a drawing alone has none', () => {
  expect(readSpots(drawn({ across: byMonth, values: run('month', 3) }))).toEqual([]);
});
