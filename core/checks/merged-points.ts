import type { CheckFinder } from './check';

/** A scatter with more points than are drawn one by one. */
export const mergedPoints: CheckFinder = ({ frame }) =>
  frame.facts.merged
    ? [
        {
          id: 'merged-points',
          level: 'note',
          message: `Too many points to draw each: near ones are shown as one at their middle, ${frame.facts.rows.toLocaleString('en-GB')} rows in all.`,
        },
      ]
    : [];
