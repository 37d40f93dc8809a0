'use client';

import { useState } from 'react';
import type { ColumnProfile } from '@/core/inference';
import { unitSign } from '@/core/layout';
import { CardPopover } from '../cards/CardPopover';
import type { Sheet } from '../api';
import { ColumnCard } from '../cards/ColumnCard';
import { headWords } from '../cards/cells';
import styles from './Reading.module.css';

/** The columns: what each is, how many of its cells agree, and what could not be read. */
export function ColumnCards({ sheet }: { sheet: Sheet }) {
  return (
    <section aria-label="The columns">
      <h2 className={styles.part}>The columns</h2>
      <ul className={styles.columns}>
        {sheet.columns.map((column) => (
          <ColumnItem key={column.key} column={column} sheet={sheet} />
        ))}
      </ul>
    </section>
  );
}

function ColumnItem({ column, sheet }: { column: ColumnProfile; sheet: Sheet }) {
  const [open, setOpen] = useState(false);
  const { stats, unread } = column;
  const filled = stats.count + unread.count;
  const share = filled > 0 ? stats.count / filled : 1;
  const [first] = unread.samples;
  const words = headWords(column, column.unit ? unitSign(column.unit) : undefined);
  return (
    <li className={styles.column} data-role={column.role}>
      <h3 title={column.name}>{column.name}</h3>
      <CardPopover
        open={open}
        onOpenChange={setOpen}
        placement="leftTop"
        content={<ColumnCard column={column} sheet={sheet} onDone={() => setOpen(false)} />}
      >
        <button
          type="button"
          className={styles.what}
          aria-label={`How ${column.name} was read: ${words}`}
          aria-haspopup="dialog"
          aria-expanded={open}
        >
          {words}
        </button>
      </CardPopover>
      <div className={styles.share} aria-hidden>
        <i style={{ width: `${share * 100}%` }} />
      </div>
      <p>
        {stats.count.toLocaleString('en-GB')} read
        {stats.missing > 0 && `, ${stats.missing.toLocaleString('en-GB')} empty`}
        {unread.count > 0 ? (
          <span className={styles.trouble}>
            , {unread.count.toLocaleString('en-GB')} not read: “{first?.text}” in row{' '}
            {first?.row.toLocaleString('en-GB')}
            {unread.count > 1 ? ' and others' : ''}.
          </span>
        ) : (
          '.'
        )}{' '}
        {column.weighed?.reasons[0] ?? column.reasons.find((reason) => !/^[\d,]+ of /.test(reason))}
      </p>
    </li>
  );
}
