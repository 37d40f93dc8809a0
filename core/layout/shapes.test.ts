import fc from 'fast-check';
import { spreadLabels } from './end-labels';
import { alongScale, logRangeFor } from './log-range';
import { gridOf } from './panels';
import { slicesOf } from './slices';
import { valueLabels } from './value-labels';
import type { ModelSeries, ScaleModel } from './model';
import { textWidth } from './measure';

const series = (values: (number | null)[], change: Partial<ModelSeries> = {}): ModelSeries => ({
  id: 'l1',
  layer: 'l1',
  name: 'Takings',
  shape: 'column',
  side: 'left',
  gaps: 'open',
  values,
  labels: values.map((value) => (value === null ? null : value.toLocaleString('en-GB'))),
  color: '#17594a',
  symbol: 'circle',
  points: false,
  ...change,
});
const scale = (high: number): ScaleModel => ({
  domain: [0, high],
  ticks: [0, high],
  labels: ['0', 'all'],
  title: '',
  kind: 'linear',
});

describe('values on the marks', () => {
  const plot = { left: 40, top: 30, width: 600, height: 300 };
  test('never cover each other and never leave the drawing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.integer({ min: 0, max: 90_000 }), { nil: null }), { minLength: 1, maxLength: 60 }),
        fc.constantFrom('column' as const, 'line' as const),
        fc.boolean(),
        (values, shape, lying) => {
          const drawn = {
            series: [series(values, { shape })],
            scales: { left: scale(100_000) },
            plot,
            banded: shape === 'column',
            lying,
          };
          const boxes = valueLabels(drawn, new Set(['l1']), 1).map(({ x, y, text, anchor }) => {
            const width = textWidth(text, 12);
            const left = anchor === 'middle' ? x - width / 2 : anchor === 'end' ? x - width : x;
            return { left, right: left + width, top: y - 6, bottom: y + 6 };
          });
          boxes.forEach((a, i) => {
            expect(a.left).toBeGreaterThanOrEqual(plot.left - 14);
            expect(a.right).toBeLessThanOrEqual(plot.left + plot.width + 16);
            for (const b of boxes.slice(i + 1))
              expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
          });
        },
      ),
    );
  });
  test('the highest and the lowest stay where there is no room for all', () => {
    const values = Array.from({ length: 60 }, (_, i) => 1000 + ((i * 37) % 100));
    values[17] = 9_000;
    values[40] = 10;
    const drawn = { series: [series(values)], scales: { left: scale(10_000) }, plot, banded: true, lying: false };
    const texts = valueLabels(drawn, new Set(['l1']), 1).map(({ text }) => text);
    expect(texts).toEqual(expect.arrayContaining(['9.00k', '0.01k']));
    expect(texts.length).toBeLessThan(60);
  });
  test('only the layers that ask for them carry values', () =>
    expect(
      valueLabels(
        { series: [series([1, 2])], scales: { left: scale(2) }, plot, banded: true, lying: false },
        new Set(),
        1,
      ),
    ).toEqual([]));
});

describe('logarithmic scales', () => {
  test('hold every value, between marks of 1, 2 and 5 times a power of ten', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1e-6, max: 1e9, noNaN: true }), { minLength: 1 }),
        fc.integer({ min: 2, max: 9 }),
        (values, most) => {
          const { domain, ticks } = logRangeFor(values, most);
          for (const value of values) {
            expect(alongScale(value, domain, 'log')).toBeGreaterThanOrEqual(-1e-9);
            expect(alongScale(value, domain, 'log')).toBeLessThanOrEqual(1 + 1e-9);
          }
          for (const tick of ticks)
            expect([1, 2, 5]).toContain(Math.round(tick / 10 ** Math.floor(Math.log10(tick) + 1e-9)));
          expect(ticks.length).toBeLessThanOrEqual(most + 1);
        },
      ),
    );
  });
  test('a tenfold is the same length everywhere', () => {
    const domain = [1, 1000] as const;
    expect(alongScale(10, domain, 'log')).toBeCloseTo(1 / 3, 12);
    expect(alongScale(100, domain, 'log')).toBeCloseTo(2 / 3, 12);
  });
  test('zero is refused', () => expect(() => logRangeFor([0, 5], 5)).toThrow('above zero'));
});

describe('small copies', () => {
  test('cells do not overlap and stay within the drawing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 500, max: 1400 }),
        fc.integer({ min: 400, max: 900 }),
        (count, width, height) => {
          const { cell, at } = gridOf(count, { width, height });
          const boxes = Array.from({ length: count }, (_, i) => at(i));
          for (const [i, a] of boxes.entries()) {
            expect(a.left + cell.width).toBeLessThanOrEqual(width);
            expect(a.top + cell.height).toBeLessThanOrEqual(height + 1);
            for (const b of boxes.slice(i + 1)) {
              const apart = Math.abs(a.left - b.left) >= cell.width || Math.abs(a.top - b.top) >= cell.height;
              expect(apart).toBe(true);
            }
          }
        },
      ),
    );
  });
  test('two wide copies stand beside each other, twelve on rows', () => {
    expect(gridOf(2, { width: 800, height: 300 }).at(1)).toMatchObject({ top: 20 });
    expect(gridOf(12, { width: 800, height: 500 }).at(11).top).toBeGreaterThan(20);
  });
});

describe('slices of a pie', () => {
  const frame = {
    across: { kind: 'group' as const, values: ['a', 'b', 'c', 'd'] },
    series: [],
    facts: { rows: 0, blankAcross: 0, emptyPlaces: 0, rests: [], gaps: 'open' as const, counts: {}, partials: {} },
  };
  test('go round once, in order; what is not above zero has none', () => {
    const { slices } = slicesOf(frame, series([5, null, -2, 15]), ['a', 'b', 'c', 'd'], { width: 600, height: 400 });
    expect(slices.map(({ name, from, to }) => [name, from, to])).toEqual([
      ['a', 0, 0.25],
      ['d', 0.25, 1],
    ]);
    expect(slices[1].words).toBe('15 (75%)');
  });
  test('names on one side keep apart', () => {
    const many = Array.from({ length: 30 }, (_, i) => i + 1);
    const wide = { ...frame, across: { kind: 'group' as const, values: many } };
    const { slices } = slicesOf(
      wide,
      series(many),
      many.map((n) => `Group ${n}`),
      { width: 700, height: 300 },
    );
    for (const side of ['left', 'right']) {
      const heights = slices.flatMap(({ label }) => (label?.side === side ? [label.y] : [])).sort((a, b) => a - b);
      heights.slice(1).forEach((y, i) => expect(y - heights[i]).toBeGreaterThanOrEqual(15.9));
    }
    expect(spreadLabels([1, 2, 3], 0, 10)).toBeUndefined();
  });
});
