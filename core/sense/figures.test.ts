import { figuresOf, neverFalls, reach, smoothness } from './figures';

test('the figures of a column, by hand', () => {
  // Mean 4, deviation sqrt(10): (−4)² + (−2)² + 0 + 2² + 4² over 5 is 8; of 0, 2, 4, 6, 8 the deviation is sqrt(8).
  const { count, distinct, least, most, mean, spread, usual, whole, noughts, skew } = figuresOf([0, 2, null, 4, 6, 8]);
  expect([count, distinct, least, most, mean, usual, whole, noughts]).toEqual([5, 5, 0, 8, 4, 4, true, 0.2]);
  expect(spread).toBeCloseTo(Math.sqrt(8) / 4, 12);
  expect(skew).toBeCloseTo(0, 12);
  expect(figuresOf([])).toMatchObject({ count: 0, whole: true });
  expect(figuresOf([1, 1, 1, 1, 20]).skew).toBeGreaterThan(1.4);
});

test('the largest is so many times the smallest, noughts and signs aside', () => {
  expect(reach([0, -2, 4000])).toBe(2000);
  expect(reach([0, 0])).toBe(1);
});

test('a walk is smooth, chance is not, and sequences do not run into each other', () => {
  const walk = Array.from({ length: 40 }, (_, i) => Math.sin(i / 6));
  const chance = Array.from({ length: 40 }, (_, i) => (i * 7919) % 13);
  expect(smoothness([walk])).toBeGreaterThan(0.9);
  expect(Math.abs(smoothness([chance]))).toBeLessThan(0.5);
  expect(smoothness([walk.map((one) => one + 100), walk])).toBeGreaterThan(0.9);
  expect(smoothness([[1, 2, 3]])).toBe(0);
});

test('a meter never falls, of several each by itself; a constant does not rise', () => {
  const meter = Array.from({ length: 20 }, (_, i) => 100 + 3 * i);
  expect(neverFalls([meter], 12)).toBe(true);
  expect(neverFalls([meter.slice(0, 10), meter.slice(0, 10)], 12)).toBe(true);
  expect(neverFalls([[...meter, 5]], 12)).toBe(false);
  expect(neverFalls([meter.map(() => 7)], 12)).toBe(false);
  expect(neverFalls([meter.slice(0, 6)], 12)).toBe(false);
});
