'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { isNumeric, type ColumnProfile } from '@/core/inference';
import { unitSign } from '@/core/layout';
import { useKept } from '../theme/useKept';
import type { Sheet } from '../api';
import { headWords } from '../cards/cells';
import { ColumnHead } from './ColumnHead';
import { CountedAt } from './CountedAt';
import { SheetCell } from './SheetCell';
import { PAGE, usePages } from './usePages';
import type { usePicking } from './useChart';
import styles from './SheetPicker.module.css';
import { usePickColors } from './usePickColors';

const ROW = 28;
/** How narrow and how wide a column may be made, in pixels. */
const NARROWEST = 56;
const WIDEST = 720;
/** Up to this many columns all heads are there at once, so that Tab, search and assistive technology find each. */
const ALL_DRAWN = 30;

/** "Show me the unread cells of this column"; `nth` tells one wish from the next. */
export interface Jump {
  column: string;
  nth: number;
}
type Picking = ReturnType<typeof usePicking>;

/** Wide enough for the name, the second line and typical cells. */
function widthOf(column: ColumnProfile): number {
  const name = column.name.length * 7.2 + 44;
  const cells = column.type === 'datetime' ? 142 : column.type === 'date' ? 112 : isNumeric(column) ? 96 : 118;
  const second = headWords(column, column.unit ? unitSign(column.unit) : undefined).length * 6.1 + 24;
  return Math.round(Math.min(Math.max(name, cells, second, 100), 210));
}

/** The sheet itself: its heads are the picks. Rows and columns are drawn only where they are seen. */
export const SheetPicker = memo(function SheetPicker({
  sheet,
  picking,
  jump,
  onFold,
}: {
  sheet: Sheet;
  picking: Picking;
  jump?: Jump;
  /** Folds the sheet away. */
  onFold?: () => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const { columns } = sheet;
  const [chosen, setChosen] = useKept<Record<string, number>>(`up-chart:columns:${sheet.id}`, {});
  const widths = useMemo(() => columns.map((column) => chosen[column.key] ?? widthOf(column)), [columns, chosen]);
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => widths[i],
    overscan: columns.length <= ALL_DRAWN ? ALL_DRAWN : 3,
  });
  const down = useVirtualizer({
    count: sheet.rowCount,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
    scrollPaddingStart: 84,
  });
  useEffect(() => across.measure(), [across, widths]);
  const setWidth = useCallback(
    (key: string, width: number | undefined) => {
      const { [key]: before, ...others } = chosen;
      void before;
      setChosen(
        width === undefined ? others : { ...others, [key]: Math.round(Math.min(Math.max(width, NARROWEST), WIDEST)) },
      );
    },
    [chosen, setChosen],
  );
  const shownRows = down.getVirtualItems();
  const shownColumns = across.getVirtualItems();
  const pages = usePages(sheet, shownRows[0]?.index ?? 0, shownRows[shownRows.length - 1]?.index ?? 0);
  const colors = usePickColors(columns);
  const { toggle } = picking;
  const [focus, setFocus] = useState(0);
  const unreadTotal = columns.reduce((sum, column) => sum + column.unread.count, 0);
  const showUnread = useCallback(
    (key: string) => {
      const index = columns.findIndex((column) => column.key === key);
      const sample = columns[index]?.unread.samples[0];
      if (!sample) return;
      across.scrollToIndex(index, { align: 'center' });
      down.scrollToIndex(sample.at ?? 0, { align: 'center' });
    },
    [columns, across, down],
  );
  const jumped = useRef<number>(undefined);
  useEffect(() => {
    if (jump && jumped.current !== jump.nth) {
      jumped.current = jump.nth;
      showUnread(jump.column);
    }
  }, [jump, showUnread]);

  const opened = useRef(false);
  useEffect(() => {
    if (opened.current) return;
    opened.current = true;
    const picked = picking.picks
      .map((key) => columns.findIndex((column) => column.key === key))
      .filter((index) => index >= 0);
    // A saved chart opens with the columns it is made of in sight.
    if (picked.length > 0) across.scrollToIndex(Math.min(...picked), { align: 'start' });
  }, [across, columns, picking.picks]);

  const moveFocus = useCallback(
    (to: number) => {
      if (to < 0 || to >= columns.length) return;
      setFocus(to);
      across.scrollToIndex(to);
      const head = () => scroller.current?.querySelector<HTMLElement>(`[data-head="${to}"]`);
      // A head that was out of sight is there a moment later.
      if (head()) head()?.focus({ preventScroll: true });
      else requestAnimationFrame(() => head()?.focus());
    },
    [columns.length, across],
  );
  const total = across.getTotalSize();
  return (
    <section className={styles.picker} aria-label={`The sheet ${sheet.name}`}>
      <div
        ref={scroller}
        className={styles.scroller}
        role="table"
        aria-label={`Rows of ${sheet.name}`}
        aria-rowcount={sheet.rowCount + 1}
        aria-colcount={columns.length}
        tabIndex={0}
      >
        <div className={styles.heads} role="row" aria-rowindex={1} style={{ width: total }}>
          {shownColumns.map(({ index, start, size }) => (
            <ColumnHead
              key={columns[index].key}
              column={columns[index]}
              sheet={sheet}
              index={index}
              left={start}
              width={size}
              order={picking.picks.indexOf(columns[index].key) + 1}
              color={colors.get(columns[index].key)}
              tabbable={focus === index || (focus === 0 && index === 0)}
              onPick={toggle}
              onMove={moveFocus}
              onFocus={setFocus}
              onWidth={setWidth}
            />
          ))}
        </div>
        <div className={styles.body} role="rowgroup" style={{ height: down.getTotalSize(), width: total }}>
          {shownRows.map(({ index, start }) => {
            const page = pages.get(Math.floor(index / PAGE));
            const cells = page?.rows[index % PAGE];
            return (
              <div
                key={index}
                role="row"
                aria-rowindex={index + 2}
                className={styles.row}
                style={{ transform: `translateY(${start}px)`, width: total }}
              >
                {shownColumns.map(({ index: c, start: left, size }) => (
                  <SheetCell
                    key={c}
                    column={columns[c]}
                    index={c}
                    left={left}
                    width={size}
                    value={cells?.[c]}
                    unread={page?.unread.get(`${index}:${columns[c].key}`)}
                    picked={picking.picks.includes(columns[c].key)}
                    waiting={!cells}
                  />
                ))}
              </div>
            );
          })}
        </div>
      </div>
      <footer className={styles.foot}>
        <span>{sheet.rowCount.toLocaleString('en-GB')} rows</span>
        {sheet.countedAt && <CountedAt sheet={sheet} at={sheet.countedAt} />}
        <span>
          {columns.length} columns, {picking.picks.length} picked
        </span>
        {unreadTotal > 0 && (
          <button
            type="button"
            className={styles.unread}
            onClick={() => {
              const first = columns.find((column) => column.unread.count > 0);
              if (first) showUnread(first.key);
            }}
          >
            {unreadTotal.toLocaleString('en-GB')} {unreadTotal === 1 ? 'cell' : 'cells'} could not be read
          </button>
        )}
        {onFold && (
          <button type="button" className={styles.fold} onClick={onFold} title="The chart gets the whole width">
            ‹ Fold away
          </button>
        )}
      </footer>
    </section>
  );
});
