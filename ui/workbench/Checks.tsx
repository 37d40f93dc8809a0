'use client';

import { memo, useState } from 'react';
import { Popover } from 'antd';
import type { Check } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import type { Sheet } from '../api';
import styles from './Checks.module.css';
import { useWork } from './store';

interface Props {
  checks: readonly Check[];
  sheet: Sheet;
  onShow: (column: string) => void;
}
const IN_LINE = 3;

/** What the chart's maker should know: one calm line at the foot, the rest a click away. */
export const Checks = memo(function Checks({ checks, sheet, onShow }: Props) {
  const [open, setOpen] = useState(false);
  const notes = [
    ...checks,
    ...(sheet.reading?.notes ?? []).map((message): Check => ({ id: 'missing', level: 'note', message })),
  ];
  const words = notes.length === 0 ? 'Nothing to note' : `${notes.length} ${notes.length === 1 ? 'check' : 'checks'}`;
  const all = (
    <ul className={styles.all} aria-label="All checks">
      {notes.map((check, i) => (
        <li key={i}>
          <One check={check} sheet={sheet} onShow={onShow} />
        </li>
      ))}
    </ul>
  );
  return (
    <footer className={styles.foot} aria-label="Checks">
      {notes.length > IN_LINE ? (
        <Popover open={open} onOpenChange={setOpen} trigger="click" placement="topLeft" content={all} arrow={false}>
          <button type="button" className={styles.count} aria-haspopup="dialog" aria-expanded={open}>
            {words}
          </button>
        </Popover>
      ) : (
        <b className={styles.words}>{words}</b>
      )}
      <ul className={styles.line}>
        {notes.slice(0, IN_LINE).map((check, i) => (
          <li key={i}>
            <One check={check} sheet={sheet} onShow={onShow} />
          </li>
        ))}
      </ul>
      {notes.length > IN_LINE && (
        <button type="button" className="action" onClick={() => setOpen(true)}>
          {notes.length - IN_LINE} more
        </button>
      )}
    </footer>
  );
});

function One({ check, sheet, onShow }: { check: Check; sheet: Sheet; onShow: (column: string) => void }) {
  const edit = useWork((state) => state.edit);
  const { change } = check;
  const unread =
    check.id === 'unread'
      ? sheet.columns.find((column) => column.unread.count > 0 && check.message.includes(` of ${column.name} could`))
      : undefined;
  const apply = (parts: Partial<ChartSpec>) => edit((spec) => ({ ...spec, ...parts }));
  return (
    <span className={styles.one}>
      <i className={check.level === 'warning' ? styles.warning : styles.note} aria-hidden />
      <span className={styles.message} title={check.message}>
        {check.level === 'warning' && <span className="sr">Warning: </span>}
        {check.message}
      </span>
      {change && (
        <button type="button" className="action" onClick={() => apply(change)}>
          {check.changeWords ?? 'Change it'}
        </button>
      )}
      {unread && (
        <button type="button" className="action" onClick={() => onShow(unread.key)}>
          Show them
        </button>
      )}
    </span>
  );
}
