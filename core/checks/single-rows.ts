import { MOST_SINGLE_ROWS } from '../spec';
import type { CheckFinder } from './check';

/** More rows than are drawn one by one: the rest is left out. */
export const singleRows: CheckFinder = ({ frame }) =>
  frame.facts.rowsCut
    ? [
        {
          id: 'left-out',
          level: 'warning',
          message: `Only the first ${MOST_SINGLE_ROWS.toLocaleString('en-GB')} rows are drawn one by one: the others are left out. Show only some rows, or group them.`,
        },
      ]
    : [];
