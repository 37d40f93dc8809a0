import { counted, column, columnsInPlay } from '../spec';
import type { CheckFinder } from './check';

/** Cells of the columns in play that their type could not read. */
export const unread: CheckFinder = ({ spec, columns }) =>
  columnsInPlay(spec).flatMap((key) => {
    const {
      name,
      unread: { count },
    } = column(columns, key);
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
