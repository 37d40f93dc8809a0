'use client';

import { memo, useState, type CSSProperties } from 'react';
import { Popover } from 'antd';
import { unitSign } from '@/core/layout';
import type { ColumnProfile } from '@/core/inference';
import type { Sheet } from '../api';
import { headWords } from '../cards/cells';
import { ColumnCard } from '../cards/ColumnCard';
import styles from './ColumnHead.module.css';

interface Props {
  column: ColumnProfile;
  sheet: Sheet;
  index: number;
  left: number;
  width: number;
  /** 1 for the first pick; 0 where it is not picked. */
  order: number;
  color?: string;
  tabbable: boolean;
  onPick: (key: string) => void;
  onMove: (to: number) => void;
  onFocus: (index: number) => void;
}

/** A column's head: a click picks it; its second line says what it is, and opens how it was read. */
export const ColumnHead = memo(function ColumnHead(props: Props) {
  const { column, sheet, index, left, width, order, color, tabbable, onPick, onMove, onFocus } = props;
  const [open, setOpen] = useState(false);
  const picked = order > 0;
  const second = headWords(column, column.unit ? unitSign(column.unit) : undefined);
  return (
    <div
      role="columnheader"
      aria-colindex={index + 1}
      className={`${styles.head} ${picked ? styles.picked : ''}`}
      style={{ left, width, '--layer': color ?? 'var(--ink)' } as CSSProperties}
    >
      <button
        type="button"
        className={styles.pick}
        data-head={index}
        aria-pressed={picked}
        tabIndex={tabbable ? 0 : -1}
        onClick={() => onPick(column.key)}
        onFocus={() => onFocus(index)}
        title={column.name}
        aria-label={`${column.name}, ${second}${picked ? `, pick ${order}` : ''}`}
        onKeyDown={(event) => {
          if (event.key === 'ArrowRight') {
            event.preventDefault();
            onMove(index + 1);
          }
          if (event.key === 'ArrowLeft') {
            event.preventDefault();
            onMove(index - 1);
          }
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            setOpen(true);
          }
        }}
      >
        <span className={styles.name}>{column.name}</span>
        {picked && (
          <span className={styles.order} aria-hidden>
            {order}
          </span>
        )}
      </button>
      <Popover
        open={open}
        onOpenChange={setOpen}
        trigger="click"
        placement="bottomLeft"
        arrow={false}
        destroyOnHidden
        content={<ColumnCard column={column} sheet={sheet} onDone={() => setOpen(false)} />}
      >
        <button
          type="button"
          className={styles.second}
          tabIndex={tabbable ? 0 : -1}
          aria-label={`How ${column.name} was read: ${second}`}
          aria-haspopup="dialog"
          aria-expanded={open}
        >
          {second}
          {column.unread.count > 0 && <i className={styles.dot} aria-hidden />}
        </button>
      </Popover>
      <Picture heights={column.picture ?? []} onPick={() => onPick(column.key)} />
    </div>
  );
});

/** The small picture of the values. */
function Picture({ heights, onPick }: { heights: readonly number[]; onPick: () => void }) {
  const step = 100 / Math.max(heights.length, 1);
  return (
    <svg className={styles.picture} viewBox="0 0 100 20" preserveAspectRatio="none" aria-hidden onClick={onPick}>
      {heights.map((height, i) => (
        <rect
          key={i}
          x={i * step}
          width={Math.max(step - 1.2, 0.6)}
          y={20 - Math.max(height * 20, height > 0 ? 1 : 0)}
          height={Math.max(height * 20, height > 0 ? 1 : 0)}
        />
      ))}
    </svg>
  );
}
