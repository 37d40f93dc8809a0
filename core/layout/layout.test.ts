import fc from 'fast-check';
import { fromIso, spanWords, stepLabel, stepTick, yearName } from '../calendar';
import {
  breathingStart,
  coveringTicks,
  decimalsOf,
  insideTicks,
  rangeFor,
  readingsAt,
  roundStep,
  tickStyle,
  unitFor,
  writeNumber,
  writeValue,
} from '.';
import { shorten, textWidth } from './measure';

const number = fc.double({ min: -1e9, max: 1e9, noNaN: true });

describe('ranges', () => {
  test('every fit but fixed holds all values, between its first and last tick', () => {
    fc.assert(
      fc.property(
        fc.array(number, { minLength: 1, maxLength: 20 }),
        fc.constantFrom('zero', 'close', 'breathing'),
        fc.integer({ min: 2, max: 12 }),
        (values, fit, most) => {
          const { domain, ticks, step } = rangeFor(values, { fit: fit as 'zero' }, most);
          const slack = step * 1e-6;
          expect(domain[0]).toBeLessThanOrEqual(Math.min(...values) + slack);
          expect(domain[1]).toBeGreaterThanOrEqual(Math.max(...values) - slack);
          expect([ticks[0], ticks[ticks.length - 1]]).toEqual([domain[0], domain[1]]);
        },
      ),
    );
  });

  test('from zero holds zero', () => {
    expect(rangeFor([800, 900], { fit: 'zero' }, 6).domain[0]).toBe(0);
    expect(rangeFor([-5, -3], { fit: 'zero' }, 6).domain[1]).toBe(0);
  });

  test('breathing room between 800 and 900 thousand starts at 600, on a tick', () => {
    expect(breathingStart(800_000, 900_000)).toBe(600_000);
    expect(rangeFor([800_000, 900_000], { fit: 'breathing' }, 6).domain[0]).toBe(600_000);
    // 70 % of the lowest value, where that is nearer.
    expect(breathingStart(100, 200)).toBe(70);
  });

  test('values of both signs hold zero whatever the fit', () => {
    expect(rangeFor([-2, 8], { fit: 'close' }, 5).domain).toEqual([-2, 8]);
    expect(rangeFor([-2, 8], { fit: 'close' }, 5).ticks).toContain(0);
  });

  test('a fixed range stays as it was said, with round ticks inside it', () => {
    expect(rangeFor([5, 500], { fit: 'fixed', min: 3, max: 47 }, 5)).toMatchObject({
      domain: [3, 47],
      ticks: [10, 20, 30, 40],
    });
  });

  test('no values, one value and only gaps make a range too', () => {
    expect(rangeFor([], { fit: 'zero' }, 5).domain).toEqual([0, 1]);
    expect(rangeFor([NaN, Infinity], { fit: 'close' }, 5).domain).toEqual([0, 1]);
    const { domain } = rangeFor([7], { fit: 'close' }, 5);
    expect(domain[0]).toBeLessThan(7);
    expect(domain[1]).toBeGreaterThan(7);
  });
});

describe('ticks', () => {
  test('0.1 steps carry no binary dust', () => {
    expect(coveringTicks(0, 0.5, 0.1)).toEqual([0, 0.1, 0.2, 0.3, 0.4, 0.5]);
    expect(insideTicks(0.05, 0.35, 0.1)).toEqual([0.1, 0.2, 0.3]);
  });

  test('steps are 1, 2, 2.5 or 5 times a power of ten', () => {
    expect([roundStep(100, 5), roundStep(7, 5), roundStep(9, 4), roundStep(0.03, 6)]).toEqual([20, 2, 2.5, 0.005]);
  });

  test('as many decimals as tell neighbours apart', () =>
    expect([decimalsOf(0.25), decimalsOf(50), decimalsOf(0.1)]).toEqual([2, 0, 1]));
});

describe('numbers in words', () => {
  const tick = (value: number, ticks: number[], unit?: string) =>
    writeNumber(value, tickStyle(ticks, ticks[1] - ticks[0], unit));

  test('thousands and millions are chosen once for a scale', () => {
    expect([0, 10_000, 30_000].map((value) => tick(value, [0, 10_000, 30_000], 'GBP'))).toEqual(['£0', '£10k', '£30k']);
    expect(tick(1_250_000, [1_000_000, 1_250_000], 'GBP')).toBe('£1.25M');
    expect(tick(500, [0, 500, 1000])).toBe('500');
    expect([unitFor(9_999), unitFor(10_000), unitFor(2e6), unitFor(-3e9)]).toEqual([
      'ones',
      'thousands',
      'millions',
      'billions',
    ]);
  });

  test('a fraction is written as percent', () => {
    expect(tick(0.125, [0, 0.125], '%')).toBe('12.5%');
    expect(writeValue(-0.12, '%', undefined)).toBe('−12%');
  });

  test('a single value is written whole, with its unit', () => {
    expect(writeValue(1234.5, 'GBP', 2)).toBe('£1,234.50');
    expect(writeValue(12.345, 'mm', 1)).toBe('12.3 mm');
    expect(writeValue(-5, undefined, 0)).toBe('−5');
  });
});

describe('dates in words', () => {
  test.each([
    ['2024-05-01', 'month', 'May 2024'],
    ['2024-04-01', 'quarter', 'Q2 2024'],
    ['2025-03-03', 'week', 'week 10, from 3 Mar 2025'],
    ['2025-03-04', 'day', 'Tue 4 Mar 2025'],
    ['2025-03-04T16:00:00', 'hour', '4 Mar 2025, 16:00'],
    ['2025-09-01', 'month', 'Sep 2025'],
  ] as const)('%s by %s is %s', (iso, step, words) => expect(stepLabel(iso, step)).toBe(words));

  test('a business year carries both its years', () => {
    expect(yearName(fromIso('2024-04-01'), { yearStart: 4 })).toBe('2024/25');
    expect(stepLabel('2024-07-01', 'quarter', { yearStart: 4 })).toBe('Q2 2024/25');
  });

  test('the year stands under its months', () =>
    expect(stepTick('2024-05-01', 'month')).toEqual({ label: 'May', under: '2024' }));

  test('the period is said once where it begins and ends in one step', () => {
    expect(spanWords('2023-01-01', '2025-11-01', 'month')).toBe('January 2023 to November 2025');
    expect(spanWords('2025-03-01', '2025-03-01', 'month')).toBe('March 2025');
  });
});

test('a shortened text fits its width', () => {
  fc.assert(
    fc.property(fc.string({ minLength: 1, maxLength: 60 }), fc.integer({ min: 30, max: 200 }), (text, width) => {
      expect(textWidth(shorten(text, width, 12), 12)).toBeLessThanOrEqual(
        Math.max(width, textWidth(`${text.charAt(0)}…`, 12)),
      );
    }),
  );
});

describe('what is read at a place', () => {
  const line = (id: string, values: (number | null)[], layer = 'l1') => ({
    id,
    layer,
    name: id,
    shape: 'line' as const,
    side: 'left' as const,
    gaps: 'open' as const,
    values,
    labels: values.map(String),
    color: '#17594a',
    symbol: 'circle' as const,
    points: false,
  });
  const across = {
    kind: 'time' as const,
    values: ['a', 'b'],
    labels: [],
    title: '',
    ticks: [],
    turned: false,
    rests: [],
  };
  const read = (series: ReturnType<typeof line>[], at = 1) => readingsAt({ series, across, scales: {} }, at);

  test('each series with its share of its layer and its change', () => {
    expect(read([line('a', [2, 3]), line('b', [4, 1])])).toMatchObject([
      { share: '75%', change: '+50%' },
      { share: '25%', change: '−75%' },
    ]);
  });
  test('no share across layers, of negative amounts or of one series; no change from nothing', () => {
    const plain = [
      ...read([line('a', [null, 3]), line('b', [null, 1], 'l2')]),
      ...read([line('a', [null, 3]), line('b', [null, -1])]),
    ];
    for (const one of plain) expect([one.share, one.change]).toEqual([undefined, undefined]);
    expect(read([line('a', [0, 3])])[0]).toMatchObject({ change: '+3' });
    const percent = {
      left: {
        domain: [0, 1] as [number, number],
        ticks: [],
        labels: [],
        title: '',
        unit: '%',
        kind: 'linear' as const,
      },
    };
    expect(readingsAt({ series: [line('a', [0.4, 0.375])], across, scales: percent }, 1)[0].change).toBe('−2.5 points');
    expect(read([line('a', [1, null])])[0]).toEqual(expect.objectContaining({ value: null }));
  });
});
