'use client';

import { memo, useRef, useState } from 'react';
import { Popover } from 'antd';
import type { Check } from '@/core/layout';
import { applyEdit } from '@/core/spec';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type Sheet } from '../api';
import styles from './Checks.module.css';
import { useFitting } from './useFitting';
import { useWork } from './store';

interface Props {
  checks: readonly Check[];
  sheet: Sheet;
  onShow: (column: string) => void;
}
/** What the chart's maker should know: one calm line at the foot, as much as stands in it whole; the rest a click away. */
export const Checks = memo(function Checks({ checks, sheet, onShow }: Props) {
  const [open, setOpen] = useState(false);
  const line = useRef<HTMLUListElement>(null);
  const { notes: read = [], remembered } = sheet.reading ?? {};
  const said = (message: string): Check => ({ id: 'missing', level: 'note', message });
  // What was said of another sheet and takes effect here stands before all else: nobody said it of this one.
  const notes = [
    ...(remembered && read.includes(remembered.note) ? [said(remembered.note)] : []),
    ...checks,
    ...read.filter((message) => message !== remembered?.note).map(said),
  ];
  const fit = useFitting(line, notes.length, notes.map(({ message }) => message).join('\n'));
  const words = notes.length === 0 ? 'Nothing to note' : `${notes.length} ${notes.length === 1 ? 'check' : 'checks'}`;
  const more = notes.length - fit;
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
      {more > 0 ? (
        <Popover open={open} onOpenChange={setOpen} trigger="click" placement="topLeft" content={all} arrow={false}>
          <button type="button" className={styles.count} aria-haspopup="dialog" aria-expanded={open}>
            {words}
          </button>
        </Popover>
      ) : (
        <b className={styles.words}>{words}</b>
      )}
      <ul ref={line} className={styles.line}>
        {notes.map((check, i) => (
          // What does not stand here whole is read in the list of all.
          <li key={i} className={i < fit ? undefined : styles.hidden} aria-hidden={i < fit ? undefined : true}>
            <One check={check} sheet={sheet} onShow={onShow} />
          </li>
        ))}
      </ul>
      {more > 0 && (
        <button type="button" className="action" onClick={() => setOpen(true)}>
          {more === notes.length ? 'Read them' : `${more} more`}
        </button>
      )}
    </footer>
  );
});

function One({ check, sheet, onShow }: { check: Check; sheet: Sheet; onShow: (column: string) => void }) {
  const edit = useWork((state) => state.edit);
  const { edit: answer } = check;
  const unread =
    check.id === 'unread'
      ? sheet.columns.find(({ key, unread }) => key === check.column && unread.count > 0)
      : undefined;
  return (
    <span className={styles.one}>
      <i className={check.level === 'warning' ? styles.warning : styles.note} aria-hidden />
      <span className={styles.message} title={check.message}>
        {check.level === 'warning' && <span className="sr">Warning: </span>}
        {check.message}
      </span>
      {answer && (
        <button type="button" className="action" onClick={() => edit((spec) => applyEdit(spec, answer))}>
          {check.changeWords ?? 'Change it'}
        </button>
      )}
      {check.message === sheet.reading?.remembered?.note && <Forget sheet={sheet} />}
      {unread && (
        <button type="button" className="action" onClick={() => onShow(unread.key)}>
          Show them
        </button>
      )}
    </span>
  );
}

/** Refuses what was said of another sheet with the same columns. */
function Forget({ sheet }: { sheet: Sheet }) {
  const client = useQueryClient();
  const forget = useMutation({
    mutationFn: () => api.forgetRemembered(sheet.id),
    onSuccess: (next) => client.setQueryData(['sheet', sheet.id], next),
  });
  return (
    <button type="button" className="action" disabled={forget.isPending} onClick={() => forget.mutate()}>
      Do not apply it
    </button>
  );
}
