'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { App } from 'antd';
import { keepPreviousData, useMutation, useQueries, useQueryClient } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { isNumeric, type ColumnProfile } from '@/core/inference';
import { unitSign } from '@/core/layout';
import { dayWords } from '../desk/dates';
import { useKept } from '../theme/useKept';
import { api, type Rows, type Sheet } from '../api';
import { cellWords, headWords } from '../cards/cells';
import { ColumnHead } from './ColumnHead';
import type { usePicking } from './useChart';
import styles from './SheetPicker.module.css';
import { usePickColors } from './usePickColors';

const ROW = 28;
const PAGE = 100;
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
}: {
  sheet: Sheet;
  picking: Picking;
  jump?: Jump;
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
                  <Cell
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
      </footer>
    </section>
  );
});

/** When the rows of a table that stays in its database were counted, and the way to count them anew. */
function CountedAt({ sheet, at }: { sheet: Sheet; at: string }) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const count = useMutation({
    mutationFn: () => api.countAnew(sheet.id),
    onSuccess: (next) => {
      client.setQueryData(['sheet', sheet.id], next);
      void client.invalidateQueries({ queryKey: ['rows', sheet.id] });
      void client.invalidateQueries({ queryKey: ['preview'] });
    },
    onError: (error) => message.error(error.message),
  });
  const old = useRef(Date.now() - Date.parse(at) > STALE_MS);
  const { mutate } = count;
  useEffect(() => {
    // What was counted some time ago is counted anew when the sheet is opened.
    if (old.current) mutate();
    old.current = false;
  }, [mutate]);
  return (
    <span>
      {count.isPending ? 'counting …' : `counted ${dayWords(at)}`}{' '}
      <button type="button" className="action" onClick={() => mutate()} disabled={count.isPending}>
        Count anew
      </button>
    </span>
  );
}
/** A count of rows is taken to hold for so long. */
const STALE_MS = 5 * 60_000;

interface CellProps {
  column: ColumnProfile;
  index: number;
  left: number;
  width: number;
  value: Rows['rows'][number][number] | undefined;
  unread?: string;
  picked: boolean;
  waiting: boolean;
}

function Cell({ column, index, left, width, value, unread, picked, waiting }: CellProps) {
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

interface Page {
  rows: Rows['rows'];
  unread: Map<string, string>;
}

/** The pages of rows that are in sight, fetched as they come into it. */
function usePages(sheet: Sheet, first: number, last: number): Map<number, Page> {
  const numbers = useMemo(() => {
    const from = Math.floor(first / PAGE);
    return Array.from({ length: Math.floor(last / PAGE) - from + 1 }, (_, i) => from + i);
  }, [first, last]);
  const version = JSON.stringify(sheet.columns.map(({ type, format }) => [type, format.dateOrder, format.decimal]));
  const results = useQueries({
    queries: numbers.map((page) => ({
      queryKey: ['rows', sheet.id, version, page],
      queryFn: ({ signal }: { signal: AbortSignal }) => api.rows(sheet.id, page * PAGE, PAGE, signal),
      staleTime: Infinity,
      placeholderData: keepPreviousData,
      select: toPage,
    })),
  });
  return new Map(
    numbers.flatMap((page, i) => {
      const { data, isPlaceholderData } = results[i];
      return data && !isPlaceholderData ? [[page, data] as const] : [];
    }),
  );
}

function toPage({ rows, unread }: Rows): Page {
  return { rows, unread: new Map(unread.map(({ row, column, text }) => [`${row}:${column}`, text])) };
}
