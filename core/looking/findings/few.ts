import type { Finder } from './finding';

const LEAST_GROUPS = 6;
/** So much of the whole by at most so few of the groups. */
const MOST = 0.6;
const FEW = 0.34;

/** Few groups that make most of a total. */
export const few: Finder = ({ frame, isAmount }) => {
  const { kind, values, otherAt } = frame.across;
  const parts = frame.series.filter(isAmount);
  const layer = parts.at(0)?.layer;
  if (kind !== 'group' || otherAt !== undefined || layer === undefined || frame.panels) return [];
  const sums = values.map((_, at) =>
    parts.filter((one) => one.layer === layer).reduce((sum, one) => sum + (one.values[at] ?? 0), 0),
  );
  if (sums.length < LEAST_GROUPS || sums.some((sum) => sum < 0)) return [];
  const whole = sums.reduce((sum, one) => sum + one, 0);
  if (!(whole > 0)) return [];
  const order = sums.map((sum, at) => ({ sum, at })).sort((a, b) => b.sum - a.sum);
  let running = 0;
  for (let count = 1; count <= Math.floor(order.length * FEW); count++) {
    running += order[count - 1].sum;
    const share = running / whole;
    if (share >= MOST)
      return [
        {
          is: 'few',
          at: order[0].at,
          count,
          of: order.length,
          share,
          places: order.slice(0, count).map(({ at }) => at),
          weight: 0.45 + 0.5 * (share - count / order.length),
        },
      ];
  }
  return [];
};
