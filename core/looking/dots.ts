import type { FramePoint } from '../shaping';
import type { Pairs } from '../statistics';

/** A dot that so many rows share weighs no more than this. */
const MOST_ROWS = 1_000;

/** The dots of one series as pairs of numbers, each as often as rows stand behind it. */
export const dotsOf = (points: readonly FramePoint[], series: string): Pairs =>
  points
    .filter((point) => point.series === series)
    .flatMap(({ x, y, count }) => Array.from({ length: Math.min(count, MOST_ROWS) }, () => [x, y] as const));
