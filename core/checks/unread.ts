import { counted, column, columnsInPlay } from '../spec';
import type { CheckFinder } from './check';

/** Cells of the columns in play, in the rows in sight, that their type could not read. */
export const unread: CheckFinder = ({ spec, columns, frame }) =>
  columnsInPlay(spec).flatMap((key) => {
    const { name, unread: all } = column(columns, key);
    const count = frame.facts.inSight?.unread[key] ?? (spec.filters.length > 0 ? 0 : all.count);
    return count > 0
      ? [
          {
            id: 'unread' as const,
            level: 'warning' as const,
            column: key,
            message: `${counted(count, 'cell')} of ${name} could not be read and ${count === 1 ? 'is' : 'are'} left out.`,
          },
        ]
      : [];
  });
