import type { Range } from './range';

/** The values of two series, place by place. */
export type Pair = readonly [readonly (number | null)[], readonly (number | null)[]];

/** How much more than what is on it the left scale may hold, as shares of that; the least first. */
const HEADROOMS = [0.2, 0.4, 0.6];
/** Two layers lie on each other where they are nearer than this, as a share of the plot's height. */
const NEAR = 0.08;

/**
 * Ranges of two scales on which the two series do not lie on each other: the left one gets as little headroom as sets them
 * apart. It gets none where that would make them cross more often, or would not help.
 * @param rangesFor the two ranges with a headroom for the left one
 */
export function apart(
  pair: Pair | undefined,
  rangesFor: (headroom: number) => [Range, Range] | undefined,
): [Range, Range] | undefined {
  const plain = rangesFor(0);
  if (!pair || !plain) return plain;
  const now = between(pair, plain);
  if (now.away >= NEAR) return plain;
  for (const headroom of HEADROOMS) {
    const ranges = rangesFor(headroom);
    const then = ranges && between(pair, ranges);
    if (then && then.away >= NEAR && then.crossings <= now.crossings) return ranges;
  }
  return plain;
}

/** How far two series are from each other on average, as a share of the height, and how often they change sides. */
function between([left, right]: Pair, [a, b]: readonly [Range, Range]): { away: number; crossings: number } {
  const gaps = left.flatMap((value, at) => {
    const other = right[at];
    return value === null || other === null || other === undefined ? [] : [share(value, a) - share(other, b)];
  });
  if (gaps.length === 0) return { away: 1, crossings: 0 };
  const sides = gaps.map(Math.sign).filter((side) => side !== 0);
  return {
    away: gaps.reduce((sum, gap) => sum + Math.abs(gap), 0) / gaps.length,
    crossings: sides.filter((side, i) => i > 0 && side !== sides[i - 1]).length,
  };
}

const share = (value: number, { domain: [low, high] }: Range) => (value - low) / (high - low);
