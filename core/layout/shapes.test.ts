import fc from 'fast-check';
import { spreadLabels } from './end-labels';
import { columnBoxes } from './columns';
import { alongScale, logRangeFor } from './log-range';
import { gridOf } from './panels';
import { slicesOf } from './slices';
import { valueLabels } from './value-labels';
import type { Layer } from '../spec';
import type { ModelSeries, ScaleModel } from './model';
import { apart } from './headroom';
import { lineThrough } from './line-through';
import { sharedRanges } from './shared-grid';
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

const across = (values: readonly unknown[]) => ({ kind: 'group' as const, values: values.map((_, i) => `g${i}`) });
const layer = (style: Layer['style']): Layer => ({
  id: 'l1',
  amount: { column: 'c1' },
  summary: 'sum',
  shape: 'column',
  side: 'left',
  style,
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
            across: across(values),
          };
          const boxes = valueLabels(drawn, [layer({ values: true })]).map(({ x, y, text, anchor }) => {
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
    const drawn = {
      series: [series(values)],
      scales: { left: scale(10_000) },
      plot,
      banded: true,
      lying: false,
      across: across(values),
    };
    const texts = valueLabels(drawn, [layer({ values: true })]).map(({ text }) => text);
    expect(texts).toEqual(expect.arrayContaining(['9.00k', '0.01k']));
    expect(texts.length).toBeLessThan(60);
  });
  test('of columns beside each other, none covers another column', () => {
    const values = Array.from({ length: 24 }, (_, i) => 300 + ((i * 37) % 40) * 20);
    const drawn = {
      series: [series(values)],
      scales: { left: scale(1200) },
      plot: { left: 40, top: 20, width: 600, height: 300 },
      lying: false,
      banded: true,
      across: across(values),
    };
    const labels = valueLabels(drawn, [layer({ values: true })]);
    const [{ boxes }] = columnBoxes(drawn, drawn.plot);
    const covering = labels.filter(({ x, y, text }) => {
      const half = textWidth(text, 12) / 2;
      return boxes.some(
        (box) => x - half < box.x + box.width && box.x < x + half && box.y < y + 4 && box.y + box.height > y - 4,
      );
    });
    expect(labels.length).toBeGreaterThan(4);
    expect(covering).toEqual([]);
  });
  test('only the layers that ask for them carry values', () =>
    expect(
      valueLabels(
        {
          series: [series([1, 2])],
          scales: { left: scale(2) },
          plot,
          banded: true,
          lying: false,
          across: across([1, 2]),
        },
        [layer({})],
      ),
    ).toEqual([]));
});

describe('values on stacks', () => {
  const plot = { left: 40, top: 30, width: 400, height: 300 };
  const stacked = (style: Layer['style']) => {
    const parts = [
      [40, 10, 0.2],
      [60, 30, 80],
    ].map((values, i) => series(values, { id: `s${i}`, stack: 'left:l1', color: i === 0 ? '#17594a' : '#f2e9d0' }));
    const drawn = {
      series: parts,
      scales: { left: scale(100) },
      plot,
      banded: true,
      lying: false,
      across: across([1, 2, 3]),
    };
    return valueLabels(drawn, [layer({ values: true, ...style })]);
  };

  test('parts stand inside where they fit, in ink or paper by what is read better; totals above', () => {
    const parts = stacked({});
    expect(parts.map(({ text }) => text).sort()).toEqual(['10', '30', '40', '60', '80']);
    expect(parts.find(({ text }) => text === '40')?.color).toBe('#fffdf8');
    expect(parts.find(({ text }) => text === '60')?.color).toBe('#24302c');
    expect(stacked({ valuesOf: 'totals' }).map(({ text }) => text)).toEqual(expect.arrayContaining(['40', '80.2']));
    expect(stacked({ valuesOf: 'both' }).length).toBeGreaterThan(parts.length);
  });

  test('as shares of their place they come to 100 %', () => {
    const shares = stacked({ valuesAs: 'share' }).map(({ text }) => text);
    expect(shares).toEqual(expect.arrayContaining(['40%', '60%', '25%', '75%']));
    expect(stacked({ valuesAs: 'both' }).map(({ text }) => text)).toContain('60 (60%)');
  });

  test('only the first and last, or the highest and lowest, where that is wished', () => {
    const drawn = {
      series: [series([3, 9, 5, 1, 4], { shape: 'line' })],
      scales: { left: scale(10) },
      plot,
      banded: false,
      lying: false,
      across: across([1, 2, 3, 4, 5]),
    };
    const texts = (values: 'ends' | 'extremes') =>
      valueLabels(drawn, [layer({ values })])
        .map(({ text }) => text)
        .sort();
    expect(texts('ends')).toEqual(['3', '4']);
    expect(texts('extremes')).toEqual(['1', '9']);
  });
});

describe('two scales', () => {
  test('share their grid lines: as many round steps on both, all values held', () => {
    const span = fc
      .tuple(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.double({ min: 1e-3, max: 1e6, noNaN: true }))
      .map(([low, size]) => ({ low, high: low + size }));
    fc.assert(
      fc.property(span, span, fc.integer({ min: 2, max: 9 }), fc.boolean(), (left, right, most, matched) => {
        const ranges = sharedRanges(left, right, most, matched);
        if (!ranges) return;
        const [a, b] = ranges;
        expect(a.ticks).toHaveLength(b.ticks.length);
        for (const [range, held] of [
          [a, left],
          [b, right],
        ] as const) {
          const dust = range.step * 1e-6;
          expect(range.domain[0]).toBeLessThanOrEqual(held.low + dust);
          expect(range.domain[1]).toBeGreaterThanOrEqual(held.high - dust);
        }
        if (matched) expect(a.ticks.findIndex((tick) => tick === 0)).toBe(b.ticks.findIndex((tick) => tick === 0));
      }),
    );
  });

  test('of 0 to 840 and 0 to 13,500 both take steps of their own in one grid', () => {
    const [left, right] = sharedRanges({ low: 0, high: 840 }, { low: 0, high: 13_500 }, 6, false) ?? [];
    expect(left?.ticks.length).toBe(right?.ticks.length);
    expect(left?.domain[1]).toBeLessThanOrEqual(1_200);
    expect(right?.domain[1]).toBeLessThanOrEqual(20_000);
  });
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

describe('two layers on two scales', () => {
  type Two = [number[], number[]];
  const span = (values: readonly number[]) => ({ low: 0, high: Math.max(...values) });
  const rangesOf = ([left, right]: Two) => {
    const [a, b] = [span(left), span(right)];
    return apart([left, right], (more) => sharedRanges({ ...a, high: a.high * (1 + more) }, b, 6, false));
  };
  const heights = (two: Two, ranges: ReturnType<typeof rangesOf>) =>
    two.map((values, i) => values.map((value) => value / (ranges?.[i].domain[1] ?? 1)));
  const crossings = ([a, b]: number[][]) => {
    const sides = a.map((height, i) => Math.sign(height - b[i])).filter((side) => side !== 0);
    return sides.filter((side, i) => i > 0 && side !== sides[i - 1]).length;
  };

  test('that rise and fall together do not lie on each other', () => {
    const takings = [13, 18, 36, 45, 57, 43, 31, 26, 36, 39, 32, 27];
    const two: Two = [takings, takings.map((value, i) => value * 100 + (i % 3) * 90)];
    const [a, b] = heights(two, rangesOf(two));
    expect(a.reduce((sum, height, i) => sum + Math.abs(height - b[i]), 0) / a.length).toBeGreaterThan(0.08);
    expect(crossings([a, b])).toBe(0);
  });

  test('never cross more often than they did without headroom, and every value stays on its scale', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 1, max: 9 })), {
          minLength: 2,
          maxLength: 30,
        }),
        (pairs) => {
          const two: Two = [pairs.map(([a]) => a), pairs.map(([, b]) => b)];
          const plain = sharedRanges(span(two[0]), span(two[1]), 6, false);
          const ranges = rangesOf(two);
          expect(crossings(heights(two, ranges))).toBeLessThanOrEqual(crossings(heights(two, plain)));
          expect(
            heights(two, ranges)
              .flat()
              .every((height) => height <= 1 + 1e-9),
          ).toBe(true);
        },
      ),
    ));
});

test('a line over numbers goes from left to right, through the average of the rows that share a place', () => {
  const points = [
    { x: 3, y: 30, count: 1, series: 'l1' },
    { x: 1, y: 10, count: 3, series: 'l1' },
    { x: 1, y: 20, count: 1, series: 'l1' },
    { x: 2, y: 99, count: 1, series: 'l2' },
  ];
  const [first, ...more] = lineThrough({
    series: [series([], { shape: 'line' }), series([], { id: 'l2', shape: 'dot' })],
    points,
  });
  expect(first.points).toEqual([
    { x: 1, y: 12.5 },
    { x: 3, y: 30 },
  ]);
  expect(more).toEqual([]);
});
