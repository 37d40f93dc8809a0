'use client';

import { memo, useRef, useState, type CSSProperties } from 'react';
import { unitSign } from '@/core/layout';
import type { ColumnProfile } from '@/core/inference';
import { CardPopover } from '../cards/CardPopover';
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
  /** Gives the column another width; without one, its own again. */
  onWidth: (key: string, width: number | undefined) => void;
}

/** About how wide a letter of a name is, in pixels. */
const NAME_LETTER = 7;
/** How much one press of a key widens a column, in pixels. */
const WIDER = 24;

/** A column's head: a click picks it; its second line says what it is, and opens how it was read. */
export const ColumnHead = memo(function ColumnHead(props: Props) {
  const { column, sheet, index, left, width, order, color, tabbable, onPick, onMove, onFocus, onWidth } = props;
  const [open, setOpen] = useState(false);
  const began = useRef<{ x: number; width: number }>(undefined);
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
        aria-label={`${column.name}, ${second}${picked ? `, pick ${order}` : ''}`}
        onKeyDown={(event) => {
          if (event.altKey && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
            event.preventDefault();
            onWidth(column.key, width + (event.key === 'ArrowRight' ? WIDER : -WIDER));
            return;
          }
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
        <span className={styles.name} data-cut={column.name.length * NAME_LETTER > width - 30 || undefined}>
          <span>{column.name}</span>
        </span>
        {picked && (
          <span className={styles.order} aria-hidden>
            {order}
          </span>
        )}
      </button>
      <CardPopover
        open={open}
        onOpenChange={setOpen}
        placement="bottomLeft"
        arrow={false}
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
      </CardPopover>
      <Picture heights={column.picture ?? []} onPick={() => onPick(column.key)} />
      <span
        className={styles.edge}
        title="Drag to make the column wider or narrower; double-click for its own width. Keys: Alt with ← and →."
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          began.current = { x: event.clientX, width };
        }}
        onPointerMove={(event) => {
          if (event.buttons === 1 && began.current)
            onWidth(column.key, began.current.width + event.clientX - began.current.x);
        }}
        onDoubleClick={() => onWidth(column.key, undefined)}
        aria-hidden
      />
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
