import type { Fit, Scale } from '../spec';
import { coveringTicks, insideTicks, roundStep } from './ticks';

export interface Range {
  readonly domain: readonly [number, number];
  readonly ticks: readonly number[];
  readonly step: number;
}

/** The share of the lowest value at which breathing room starts (common practice, no source). */
const BREATHING = 0.7;
const SMALLEST_SPAN = 1e-290;

/**
 * The range of a scale for the values on it and how its user wants it, with round ticks: at most `most` steps.
 * Covers all values unless the range is fixed. Non-finite values are left out; without any the range is 0 to 1.
 */
export function rangeFor(values: readonly number[], scale: Scale, most: number): Range {
  if (scale.fit === 'fixed' && scale.min !== undefined && scale.max !== undefined) {
    const step = roundStep(scale.max - scale.min, most);
    return { domain: [scale.min, scale.max], ticks: insideTicks(scale.min, scale.max, step), step };
  }
  const [from, to] = spanOf(values, scale);
  const step = roundStep(to - from, most);
  const ticks = coveringTicks(from, to, step);
  // A start that was asked for stays where it is: ticks need not begin there.
  if (scale.fit === 'breathing' && scale.room !== undefined && from * to > 0) {
    const [low, high] = from > 0 ? [from, ticks[ticks.length - 1]] : [ticks[0], to];
    return { domain: [low, high], ticks: insideTicks(low, high, step), step };
  }
  // An end that is fixed stays where it is; the other one is round.
  const { min = ticks[0], max = ticks[ticks.length - 1] } = scale.fit === 'fixed' ? scale : {};
  if (min === ticks[0] && max === ticks[ticks.length - 1]) return { domain: [min, max], ticks, step };
  return { domain: [min, max], ticks: insideTicks(min, max, step), step };
}

/** What a scale has to hold, before it is cut into round steps. */
export function spanOf(values: readonly number[], { fit, min, max, room }: Scale): [number, number] {
  const { low, high } = extent(values);
  if (fit !== 'fixed') return wanted(low, high, fit, room);
  // The end that is free goes by the values, from zero where they are on one side of it.
  const [from, to] = wanted(low, high, 'zero');
  const start = min ?? (max !== undefined && from >= max ? max - Math.max(Math.abs(max), 1) : from);
  const end = max ?? (start >= to ? start + Math.max(Math.abs(start) * 0.1, 1) : to);
  return [start, end];
}

/**
 * The lowest and highest of the finite values; 0 and 1 where there is none.
 * Example: `extent([3, 9, 5])` is `{ low: 3, high: 9 }`.
 */
export function extent(values: readonly number[]): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (!Number.isFinite(value)) continue;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return low <= high ? { low, high } : { low: 0, high: 1 };
}

function wanted(low: number, high: number, fit: Fit, room?: number): [number, number] {
  if (fit === 'zero' || (low < 0 && high > 0)) return widened(Math.min(low, 0), Math.max(high, 0));
  if (fit === 'breathing' && low > 0) return widened(breathingStart(low, high, room), high);
  if (fit === 'breathing' && high < 0) return widened(low, -breathingStart(-high, -low, room));
  return widened(low, high);
}

/** The higher of 70 % of the lowest value and the lowest value less twice the range; where its user chose a share, that share of it. */
export function breathingStart(low: number, high: number, room?: number): number {
  if (room !== undefined) return room * low;
  return high > low ? Math.max(BREATHING * low, low - 2 * (high - low)) : BREATHING * low;
}

function widened(from: number, to: number): [number, number] {
  // A span that no step can be cut from counts as one value.
  if (to - from > SMALLEST_SPAN) return [from, to];
  if (Math.abs(from) < SMALLEST_SPAN) return [0, 1];
  const around = Math.abs(from) * 0.1;
  return [from - around, to + around];
}
