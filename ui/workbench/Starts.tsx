'use client';

import { memo, useRef } from 'react';
import { Spin } from 'antd';
import type { Sheet, Start } from '../api';
import { ChartDrawing } from '../chart/ChartDrawing';
import { useElementSize } from './useElementSize';
import { useWorkStore } from './store';
import { START_SIZE, type useStarts } from './useStarts';
import styles from './Starts.module.css';

interface Props {
  sheet: Sheet;
  starts: ReturnType<typeof useStarts>;
}

/** What a sheet can show before anything is picked: charts drawn from its rows, the likeliest first; a click picks their columns. */
export const Starts = memo(function Starts({ sheet, starts: { starts, asked, error } }: Props) {
  const store = useWorkStore();
  const list = useRef<HTMLUListElement>(null);
  const { width } = useElementSize(list);
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
  const columns = width > 0 && width < 620 ? 1 : 2;
  const room = width > 0 ? Math.floor((width - GAP * (columns - 1)) / columns) - PADDING : START_SIZE.width;
  return (
    <section className={styles.starts} aria-label="What this sheet can show">
      <header className={styles.head}>
        <h2>What this sheet can show</h2>
        <p className="second">
          drawn from your {sheet.rowCount.toLocaleString('en-GB')} {sheet.rowCount === 1 ? 'row' : 'rows'}
          {starts.length > 1 ? '; the first is the likeliest' : ''}
        </p>
      </header>
      <ul ref={list} className={styles.list} data-columns={columns}>
        {starts.map((start) => (
          <li key={`${start.picks.join(' ')} ${start.model.title} ${start.form}`}>
            <button type="button" className={styles.card} onClick={() => choose(start)}>
              <span className={styles.picture} aria-hidden>
                <ChartDrawing model={start.model} small width={room} height={START_SIZE.height} />
              </span>
              <span className={styles.title}>{start.model.title}</span>
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

/** Between cards, and within them on both sides, in pixels. */
const GAP = 14;
const PADDING = 32;
