'use client';

import { memo } from 'react';
import { Spin } from 'antd';
import type { Sheet, Start } from '../api';
import { StartPicture } from './StartPicture';
import { useWorkStore } from './store';
import { type useStarts } from './useStarts';
import styles from './Starts.module.css';

interface Props {
  sheet: Sheet;
  starts: ReturnType<typeof useStarts>;
}

/** What a sheet can show before anything is picked: charts drawn from its rows, the likeliest first; a click picks their columns. */
export const Starts = memo(function Starts({ sheet, starts: { starts, asked, error, columns, size } }: Props) {
  const store = useWorkStore();
  const choose = ({ picks, spec }: Start) => store.getState().set({ picks, spec, recommended: spec });
  if (starts.length === 0)
    return (
      <div className={styles.none}>
        {asked ? (
          <p role="status">
            <Spin size="small" /> Looking at what {sheet.name} can show …
          </p>
        ) : (
          <p>{error ?? 'The chart appears here as soon as you pick a column.'}</p>
        )}
      </div>
    );
  const sampled = starts.find((start) => start.sampled !== undefined)?.sampled;
  return (
    <section className={styles.starts} aria-label="What this sheet can show">
      <header className={styles.head}>
        <h2>What this sheet can show</h2>
        <p className="second">
          drawn from {sampled ? `a sample of ${count(sampled)} of ` : ''}your {count(sheet.rowCount)}{' '}
          {sheet.rowCount === 1 ? 'row' : 'rows'}
          {starts.length > 1 ? '; the first is the likeliest' : ''}
        </p>
      </header>
      <ul className={styles.list} data-columns={columns}>
        {starts.map((start) => (
          <li key={`${start.picks.join(' ')} ${start.model.title} ${start.form}`}>
            <button type="button" className={styles.card} onClick={() => choose(start)}>
              <span className={styles.picture} aria-hidden>
                <StartPicture model={start.model} {...size} />
              </span>
              <span className={styles.title}>{startName(start)}</span>
              <span className={styles.reason}>{start.reasons.join(' ')}</span>
              <span className={styles.columns}>
                {start.picks.map((key) => sheet.columns.find((column) => column.key === key)?.name ?? '').join(' · ')}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
});

const count = (n: number) => n.toLocaleString('en-GB');

/** What a start is called: its title, but for those that are about a way to look at time. */
function startName({ spec, model }: Start): string {
  if (spec.split?.step === 'year' && spec.across.as === 'cycle') return 'The years over each other';
  if (spec.layers[0].shape === 'figure' && spec.across.as === 'time')
    return `${model.title} of the last whole ${spec.across.step}`;
  return model.title;
}
