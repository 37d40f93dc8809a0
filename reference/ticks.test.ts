/**
 * Ticks against d3-scale 4 (a general-purpose scale library) and against what R documents of `pretty` ("Pretty
 * Breakpoints", base R manual): equally spaced round values, each 1, 2 or 5 times a power of ten, that cover the range.
 * Ours may also be 2.5 times a power of ten.
 */
import { scaleLinear } from 'd3-scale';
import { rangeFor } from '@/core/layout';

/** 1,200 ranges, of all sizes and signs, by a generator of our own so that they stay the same. */
function ranges(): [number, number][] {
  let state = 20251125;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  return Array.from({ length: 1200 }, () => {
    const size = 10 ** (next() * 14 - 6);
    const from = (next() - 0.4) * size;
    return [from, from + next() * size + size * 1e-3];
  });
}

const MOST = 6;

test('are equally spaced, round, cover the range, and are never half as many again as asked for', () => {
  for (const [low, high] of ranges()) {
    const { ticks, domain, step } = rangeFor([low, high], { fit: 'close' }, MOST);
    const lead = step / 10 ** Math.floor(Math.log10(step) + 1e-9);
    expect([1, 2, 2.5, 5].some((round) => Math.abs(lead - round) < 1e-6)).toBe(true);
    expect(domain[0]).toBeLessThanOrEqual(low + step * 1e-6);
    expect(domain[1]).toBeGreaterThanOrEqual(high - step * 1e-6);
    expect(ticks.length - 1).toBeLessThanOrEqual(MOST * 1.5);
    expect(ticks.length).toBeGreaterThanOrEqual(3);
    ticks.slice(1).forEach((tick, i) => expect(Math.abs(tick - ticks[i] - step)).toBeLessThan(step * 1e-6));
  }
});

test('stand as close to what was asked for as those of d3-scale, or closer, in nine of ten ranges', () => {
  const found = ranges().map(([low, high]) => {
    const ours = rangeFor([low, high], { fit: 'close' }, MOST).ticks.length;
    const theirs = scaleLinear().domain([low, high]).nice(MOST).ticks(MOST).length;
    return Math.abs(ours - 1 - MOST) <= Math.abs(theirs - 1 - MOST) + 2;
  });
  expect(found.filter(Boolean).length / found.length).toBeGreaterThan(0.9);
});

/** The example of R's manual: `pretty(1:10)` is 0, 2, …, 10 and `pretty(1:4)` is 1, 1.5, …, 4 (from memory of its output). */
test('match the manual of R where both use 1, 2 and 5', () => {
  expect(rangeFor([1, 10], { fit: 'close' }, 5).ticks).toEqual([0, 2, 4, 6, 8, 10]);
  expect(rangeFor([1, 4], { fit: 'close' }, 6).ticks).toEqual([1, 1.5, 2, 2.5, 3, 3.5, 4]);
});
