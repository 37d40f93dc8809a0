import { isNumeric, type ColumnProfile } from '@/core/inference';
import type { Rows } from '../api';
import { cellWords } from '../cards/cells';
import styles from './SheetPicker.module.css';

interface Props {
  column: ColumnProfile;
  index: number;
  left: number;
  width: number;
  value: Rows['rows'][number][number] | undefined;
  unread?: string;
  picked: boolean;
  waiting: boolean;
}

/** One cell of the sheet, as it is read; what could not be read is marked. */
export function SheetCell({ column, index, left, width, value, unread, picked, waiting }: Props) {
  const numeric = isNumeric(column);
  const words = waiting ? '' : cellWords(value ?? null, column);
  return (
    <div
      role="cell"
      aria-colindex={index + 1}
      className={`${styles.cell} ${numeric ? styles.number : ''} ${picked ? styles.picked : ''}`}
      style={{ left, width }}
      title={
        unread === undefined
          ? words.length > 16
            ? words.slice(0, 600)
            : undefined
          : `"${unread}" could not be read; it is left out`
      }
    >
      {unread === undefined ? words.slice(0, 160) : <mark className={styles.trouble}>{unread.slice(0, 80)}</mark>}
    </div>
  );
}
