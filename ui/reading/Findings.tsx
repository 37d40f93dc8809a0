'use client';

import { useState } from 'react';
import { Button, InputNumber } from 'antd';
import { CheckCircleFilled, MinusCircleOutlined } from '@ant-design/icons';
import type { ReadingChange, Sheet } from '../api';
import styles from './Reading.module.css';
import { EncodingLine } from './EncodingLine';
import { RowLine } from './RowLine';

interface Props {
  sheet: Sheet;
  busy: boolean;
  onChange: (change: ReadingChange) => void;
  /** What was said of another sheet is not to hold here. */
  onForget: () => void;
}

/** What was found of how the table stands in its file: one plain statement each, turned round by one click. */
export function Findings({ sheet, busy, onChange, onForget }: Props) {
  const findings = sheet.reading?.findings ?? [];
  const notes = sheet.reading?.notes ?? [];
  return (
    <section aria-label="The table">
      <h2 className={styles.part}>The table</h2>
      <ul className={styles.findings}>
        <RowLine sheet={sheet} />
        {findings.map(({ id, says, why, taken, otherwise }) => (
          <li key={id}>
            {taken ? (
              <CheckCircleFilled className={styles.on} aria-label="Taken in" />
            ) : (
              <MinusCircleOutlined className={styles.off} aria-label="Not done" />
            )}
            <div className={taken ? '' : styles.turned}>
              <b>{says}</b>
              <span>{why}</span>
            </div>
            <button
              type="button"
              className="action"
              disabled={busy}
              onClick={() => onChange({ findings: { [id]: !taken } })}
            >
              {taken ? otherwise : 'Do it'}
            </button>
          </li>
        ))}
        {notes.map((note) => (
          <li key={note} className={styles.note}>
            <span aria-hidden>·</span>
            <div>
              <span>{note}</span>
            </div>
            {note === sheet.reading?.remembered?.note && (
              <button type="button" className="action" disabled={busy} onClick={onForget}>
                Do not apply it
              </button>
            )}
          </li>
        ))}
        {findings.length === 0 && notes.length === 0 && (
          <li className={styles.note}>
            <CheckCircleFilled className={styles.on} aria-hidden />
            <div>
              <span>A plain table: the first row names the columns, every other row is data.</span>
            </div>
          </li>
        )}
        <EncodingLine sheet={sheet} busy={busy} onChange={onChange} />
        <RowRun sheet={sheet} busy={busy} onChange={onChange} />
      </ul>
    </section>
  );
}

/** Reads only a run of rows. */
function RowRun({ sheet, busy, onChange }: Omit<Props, 'onForget'>) {
  const chosen = sheet.choices.rows;
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState<number | null>(chosen?.from ?? null);
  const [to, setTo] = useState<number | null>(chosen?.to ?? null);
  const limited = chosen?.from !== undefined || chosen?.to !== undefined;
  if (!open)
    return (
      <li>
        <span aria-hidden />
        <div>
          <b>
            {limited ? `Only rows ${chosen?.from ?? 1} to ${chosen?.to ?? 'the last'} are read` : 'All rows are read'}
          </b>
        </div>
        <button type="button" className="action" onClick={() => setOpen(true)}>
          Only a run of rows
        </button>
      </li>
    );
  const take = (rows: { from?: number; to?: number }) => {
    onChange({ rows });
    setOpen(false);
  };
  return (
    <li>
      <span aria-hidden />
      <form
        className={styles.run}
        onSubmit={(event) => {
          event.preventDefault();
          take({ ...(from ? { from } : {}), ...(to ? { to } : {}) });
        }}
      >
        <label>
          From row <InputNumber size="small" min={1} value={from} onChange={setFrom} autoFocus />
        </label>
        <label>
          to row <InputNumber size="small" min={from ?? 1} value={to} onChange={setTo} />
        </label>
        <Button size="small" type="primary" htmlType="submit" disabled={busy}>
          Read these
        </Button>
        <Button size="small" onClick={() => (limited ? take({}) : setOpen(false))}>
          {limited ? 'Read all' : 'Leave it'}
        </Button>
      </form>
    </li>
  );
}
