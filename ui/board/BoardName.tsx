import { InPlaceText } from '../workbench/InPlaceText';
import styles from './Board.module.css';

/** The name of a board, rewritten where it stands. */
export function BoardName({ name, onChange }: { name: string; onChange: (name: string) => void }) {
  return (
    <h1 className={styles.name}>
      <InPlaceText
        className={styles.nameText}
        text={name}
        what="Name of the board"
        written={false}
        onChange={(next) => next?.trim() && onChange(next.trim())}
      />
    </h1>
  );
}
