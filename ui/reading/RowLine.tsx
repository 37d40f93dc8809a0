'use client';

import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ROW_KIND_WORDS, ROW_KINDS, rowSentence, type RowKind } from '@/core/sense';
import { api, type Sheet, type SheetChange } from '../api';
import styles from './Reading.module.css';

/** What a row of the sheet is, why, and to be said otherwise. */
export function RowLine({ sheet }: { sheet: Sheet }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const say = useMutation({
    mutationFn: (row: SheetChange['row']) => api.sayRow(sheet.id, row),
    onSuccess: (next) => {
      client.setQueryData(['sheet', sheet.id], next);
      setOpen(false);
    },
  });
  const { row, rowSaid, columns } = sheet;
  if (!row) return null;
  const thing = columns.find(({ key }) => key === row.thing)?.name;
  return (
    <li className={styles.rowLine}>
      <span aria-hidden className={styles.rowMark} />
      <div>
        <b>{rowSentence(row, thing)}</b>
        <span>{row.reasons.join(' ')}</span>
        {open && <RowForm key={row.is} sheet={sheet} busy={say.isPending} onSay={say.mutate} />}
        {say.error && (
          <span role="alert" className={styles.trouble}>
            {say.error.message}
          </span>
        )}
      </div>
      {rowSaid ? (
        <button type="button" className="action" disabled={say.isPending} onClick={() => say.mutate(null)}>
          Take that back
        </button>
      ) : (
        <button type="button" className="action" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Leave it' : 'Something else'}
        </button>
      )}
    </li>
  );
}

function RowForm({
  sheet: { row },
  busy,
  onSay,
}: {
  sheet: Sheet;
  busy: boolean;
  onSay: (row: SheetChange['row']) => void;
}) {
  const [is, setIs] = useState<RowKind>(row?.is ?? 'event');
  const [name, setName] = useState('');
  const said = { ...(is === row?.is ? {} : { is }), ...(name.trim() ? { name: name.trim() } : {}) };
  return (
    <form
      className={styles.rowForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (Object.keys(said).length > 0) onSay(said);
      }}
    >
      <Select
        size="small"
        aria-label="A row is"
        value={is}
        onChange={setIs}
        options={ROW_KINDS.map((kind) => ({ value: kind, label: ROW_KIND_WORDS[kind] }))}
      />
      <label>
        One of them is called{' '}
        <Input
          size="small"
          value={name}
          maxLength={60}
          placeholder={row?.name ?? 'job, visit, article …'}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <Button size="small" type="primary" htmlType="submit" loading={busy} disabled={Object.keys(said).length === 0}>
        Say so
      </Button>
    </form>
  );
}
