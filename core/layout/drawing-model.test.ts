import fc from 'fast-check';
import type { Step } from '../calendar';
import type { ChartSpec } from '../spec';
import { drawn, run } from '@/testing/drawn';
import { spreadLabels } from './end-labels';
import { scrollOf, inSight } from '.';
import { textWidth } from './measure';

describe('words along a time axis', () => {
  test('never run into each other, whatever the step, the length and the width', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Step>('year', 'quarter', 'month', 'week', 'day'),
        fc.integer({ min: 1, max: 500 }),
        fc.integer({ min: 260, max: 1400 }),
        (step, places, width) => {
          const { across, size } = drawn({
            across: { as: 'time', column: 'c1', step },
            values: run(step, places),
            size: { width, height: 400 },
          });
          const room = size.plot.width / places;
          for (let i = 1; i < across.ticks.length; i++) {
            const [a, b] = [across.ticks[i - 1], across.ticks[i]];
            const apart = (b.at - a.at) * room;
            expect(apart).toBeGreaterThanOrEqual((textWidth(a.label, 12) + textWidth(b.label, 12)) / 2);
          }
          expect(across.ticks.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 200 },
    );
  });

  test('the year stands under the month where it changes, and only there', () => {
    const { across } = drawn({ across: { as: 'time', column: 'c1', step: 'month' }, values: run('month', 30) });
    expect(across.ticks.flatMap(({ under }) => under ?? [])).toEqual(['2023', '2024', '2025']);
  });
});

describe('the plot', () => {
  test('lies inside the drawing at any size, with room for its words', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 1600 }),
        fc.integer({ min: 160, max: 900 }),
        fc.integer({ min: 1, max: 8 }),
        (width, height, series) => {
          const { plot } = drawn({
            across: { as: 'time', column: 'c1', step: 'month' },
            values: run('month', 24),
            series,
            size: { width, height },
          }).size;
          expect(plot.left).toBeGreaterThan(0);
          expect(plot.top).toBeGreaterThanOrEqual(0);
          expect(plot.left + plot.width).toBeLessThanOrEqual(width);
          expect(plot.top + plot.height).toBeLessThanOrEqual(height);
          expect(plot.width).toBeGreaterThan(0);
        },
      ),
    );
  });

  test('where names find no room at the ends of lines, none is left free for them', () => {
    const across = { as: 'time' as const, column: 'c1', step: 'month' as const };
    const [low, one] = [8, 1].map((series) =>
      drawn({ across, values: run('month', 24), series, size: { width: 400, height: 140 } }),
    );
    expect(low.naming).toBe('legend');
    expect(low.size.plot.width).toBe(one.size.plot.width);
  });

  test('where there is little height the title of the places goes first, then their words lie level', () => {
    const groups = (height: number, look?: ChartSpec['look']) =>
      drawn({
        across: { as: 'group', column: 'c2' },
        values: Array.from({ length: 12 }, (_, i) => `Bench number ${i}`),
        layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' }],
        size: { width: 400, height },
        ...(look ? { look } : {}),
      });
    const [tall, middle, low] = [300, 190, 120].map((height) => groups(height));
    expect([tall, middle, low].map(({ across }) => [across.untitled ?? false, across.turned])).toEqual([
      [false, true],
      [true, true],
      [true, false],
    ]);
    expect(low.across.title).toBe('Spot');
    for (const { size } of [tall, middle, low]) expect(size.plot.height).toBeGreaterThanOrEqual(64);
    // Who said how they lie is obeyed.
    expect(groups(120, { labels: 'leaning' }).across.turned).toBe(true);
  });

  test('a low scatter keeps both its scales', () => {
    const { scales } = drawn({
      across: { as: 'number', column: 'c4' },
      values: [],
      layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'dot', side: 'left' }],
      size: { width: 400, height: 100 },
    });
    expect(scales.left?.untitled).toBe(true);
    expect(scales.across?.ticks.length).toBeGreaterThan(1);
  });

  test('a second scale takes room on the right and is written in its own unit', () => {
    const model = drawn({
      across: { as: 'time', column: 'c1', step: 'month' },
      values: run('month', 12),
      layers: [
        { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' },
        { id: 'l2', amount: { column: 'c4' }, summary: 'sum', shape: 'line', side: 'right' },
      ],
    });
    expect(model.form).toBe('combo');
    expect([model.scales.left?.title, model.scales.right?.title]).toEqual(['Takings (£)', 'Rain (mm)']);
    expect(model.scales.left?.labels[1]).toMatch(/^£/);
    expect(model.title).toBe('Takings and rain by month');
  });
});

describe('names of series', () => {
  test('one series needs no name, a few stand at the ends of their lines, columns have a legend', () => {
    const across = { as: 'time' as const, column: 'c1', step: 'month' as const };
    expect(drawn({ across, values: run('month', 12) }).naming).toBe('none');
    expect(drawn({ across, values: run('month', 12), series: 4 }).naming).toBe('ends');
    const columnsLayer = [
      { id: 'l1', amount: { column: 'c3' }, summary: 'sum' as const, shape: 'column' as const, side: 'left' as const },
    ];
    expect(drawn({ across, values: run('month', 12), series: 4, layers: columnsLayer }).naming).toBe('legend');
    expect(drawn({ across, values: run('month', 12), series: 40 }).naming).toBe('legend');
  });

  test('at the ends never cover each other and stay within the plot', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { minLength: 1, maxLength: 18 }), (wanted) => {
        const placed = spreadLabels(wanted, 0, 300);
        if (!placed) {
          expect(wanted.length * 16).toBeGreaterThan(316);
          return;
        }
        const sorted = [...placed].sort((a, b) => a - b);
        sorted.slice(1).forEach((at, i) => expect(at - sorted[i]).toBeGreaterThanOrEqual(16 - 1e-6));
        expect(Math.max(...placed)).toBeLessThanOrEqual(300 + 1e-6);
        // Their order is that of the lines' ends.
        const order = (list: readonly number[]) => list.map((_, i) => i).sort((a, b) => list[a] - list[b] || a - b);
        expect(order(placed)).toEqual(order(wanted));
      }),
    );
  });

  test('two series never share both colour and mark until both palettes are used up', () => {
    const { series } = drawn({
      across: { as: 'time', column: 'c1', step: 'month' },
      values: run('month', 6),
      series: 40,
    });
    const looks = series.map(({ color, symbol }) => `${color} ${symbol}`);
    expect(new Set(looks).size).toBe(40);
  });
});

test('long names of groups lean and are shortened, with the whole name kept', () => {
  const long = Array.from({ length: 14 }, (_, i) => `A very long name of a plant group, number ${i}`);
  const { across } = drawn({
    across: { as: 'group', column: 'c2' },
    values: long,
    layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' }],
  });
  expect(across.turned).toBe(true);
  expect(across.ticks.every(({ label }) => label.endsWith('…'))).toBe(true);
  expect(across.labels).toEqual(long);
});

describe('places that do not fit are scrolled', () => {
  const by = { as: 'group', column: 'c2' } as const;
  const shaped = (shape: 'column' | 'bar', style?: ChartSpec['layers'][number]['style']): ChartSpec['layers'] => [
    { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape, side: 'left', ...(style ? { style } : {}) },
  ];
  const names = (count: number) => Array.from({ length: count }, (_, i) => `Group ${i}`);

  test('every place comes into sight once, each with its values and its label, on scales that stand still', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.constantFrom('column' as const, 'bar' as const),
        fc.integer({ min: 260, max: 1200 }),
        (count, shape, width) => {
          const model = drawn({
            across: by,
            values: names(count),
            layers: shaped(shape),
            size: { width, height: 400 },
          });
          const shown = scrollOf(model)?.shown ?? count;
          expect(shown).toBeLessThanOrEqual(count);
          const seen: (string | number)[] = [];
          for (let from = 0; from < count; from += shown) {
            const part = inSight(model, from);
            expect(part.scales).toEqual(model.scales);
            expect(part.across.values).toHaveLength(shown);
            const first = model.across.values.indexOf(part.across.values[0]);
            expect(part.series[0].values).toEqual(model.series[0].values.slice(first, first + shown));
            expect(part.across.ticks.every(({ at }) => at >= 0 && at < shown)).toBe(true);
            seen.push(...part.across.values);
          }
          expect(new Set(seen).size).toBe(count);
        },
      ),
    ));

  test('in sight, every group has a label of its own', () => {
    const part = inSight(drawn({ across: by, values: names(200), layers: shaped('column') }), 40);
    expect(part.across.ticks.map(({ at }) => at)).toEqual(part.across.values.map((_, i) => i));
  });

  test('values on marks move with their marks and stay in the plot', () => {
    for (const shape of ['column', 'bar'] as const) {
      const model = drawn({ across: by, values: names(120), layers: shaped(shape, { values: 'extremes' }) });
      const { plot } = model.size;
      const high = model.series[0].values.indexOf(Math.max(...model.series[0].values.map(Number)));
      const part = inSight(model, high);
      const place = part.across.values.indexOf(`Group ${high}`);
      const [from, length] = shape === 'bar' ? [plot.top, plot.height] : [plot.left, plot.width];
      const middle = from + ((place + 0.5) / part.across.values.length) * length;
      const along = part.values?.map(({ x, y }) => (shape === 'bar' ? y : x)) ?? [];
      expect(along.some((at) => Math.abs(at - middle) < 2)).toBe(true);
      expect(along.every((at) => at > from && at < from + length)).toBe(true);
    }
  });

  test('steps are shown all at once unless it is wished, then from the newest', () => {
    const days = run('day', 400);
    const across = { as: 'time', column: 'c1', step: 'day' } as const;
    expect(scrollOf(drawn({ across, values: days, layers: shaped('column') }))).toBeUndefined();
    const model = drawn({ across, values: days, layers: shaped('column'), look: { scroll: 'end' } });
    expect(scrollOf(model)?.first).toBe('end');
    expect(inSight(model, Infinity).across.values.at(-1)).toBe(days[399]);
    expect(
      scrollOf(drawn({ across: by, values: names(200), layers: shaped('bar'), look: { scroll: 'none' } })),
    ).toBeUndefined();
  });
});
