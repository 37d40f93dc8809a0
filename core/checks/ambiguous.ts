import { column, columnsInPlay } from '../spec';
import type { CheckFinder } from './check';

/** Dates that read both day first and month first. */
export const ambiguous: CheckFinder = ({ spec, columns }) =>
  columnsInPlay(spec).flatMap((key) => {
    const found = column(columns, key);
    if (!found.format.ambiguous || !found.format.dateOrder) return [];
    return [
      {
        id: 'ambiguous-dates' as const,
        level: 'warning' as const,
        message: `${found.name}: nothing tells day and month apart. They are read ${found.format.dateOrder === 'MDY' ? 'month' : 'day'} first.`,
      },
    ];
  });
