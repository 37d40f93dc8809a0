import type { ChartModel } from '@/core/layout';
import type { Stretch } from '@/core/looking';
import styles from './looking.module.css';

/** The remarks in sight as they stand under the chart in a picture of it; on the screen they are read beside it. */
export function RemarkNotes({ model, view }: { model: ChartModel; view?: Stretch }) {
  const shown = (model.remarks ?? []).filter(({ at }) => !view || (at >= view.from && at <= view.to));
  if (shown.length === 0) return null;
  return (
    <ol className={styles.notes} data-notes aria-hidden>
      {shown.map(({ number, at, strong, text }) => (
        <li key={number}>
          <i>{number}</i>
          <span>
            <b>{model.across.labels[at]}</b> {strong && <strong>{strong} </strong>}
            {text}
          </span>
        </li>
      ))}
    </ol>
  );
}
