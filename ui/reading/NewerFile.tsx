'use client';

import { useRef, useState } from 'react';
import { Button, Radio } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type Newer, type SameColumn, type Sheet } from '../api';
import styles from './Reading.module.css';

type Mode = Newer['mode'];
interface Wish {
  readonly file: File;
  readonly same: readonly SameColumn[];
}

/** Takes a newer file for a sheet: what it changes and which charts it breaks is said before anything is replaced. */
export function NewerFile({ sheet, onDone }: { sheet: Sheet; onDone: () => void }) {
  const client = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [mode, setMode] = useState<Mode>('add');
  const stage = useMutation({
    mutationFn: ({ file, same }: Wish) => api.stageNewer(sheet.id, file, mode, same),
  });
  const take = useMutation({
    mutationFn: (staged: string) => api.takeNewer(sheet.id, staged),
    onSuccess: (next) => {
      client.setQueryData(['sheet', sheet.id], next);
      void client.invalidateQueries();
      onDone();
    },
  });
  const drop = () => {
    if (stage.data) void api.deleteSheet(stage.data.staged).catch(() => undefined);
  };
  const leave = () => {
    drop();
    onDone();
  };
  const join = (column: SameColumn) => {
    if (!stage.variables) return;
    drop();
    stage.mutate({ file: stage.variables.file, same: [...stage.variables.same, column] });
  };
  const trouble = stage.error ?? take.error;
  return (
    <section className={styles.newer} aria-label="A newer file">
      <h2>A newer file for {sheet.name}</h2>
      {stage.data ? (
        <NewerWords newer={stage.data} onSame={join} />
      ) : (
        <>
          <Radio.Group
            aria-label="What to do with its rows"
            value={mode}
            onChange={(event) => setMode(event.target.value as Mode)}
            options={[
              { value: 'add', label: 'Add the rows that are new' },
              { value: 'replace', label: 'Replace all rows' },
            ]}
          />
          <p className="second">Saved charts follow. You see what changes before anything is replaced.</p>
        </>
      )}
      {trouble && (
        <p className={styles.trouble} role="alert">
          {trouble.message}
        </p>
      )}
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Choose the newer file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) stage.mutate({ file, same: [] });
          event.target.value = '';
        }}
      />
      <div className={styles.buttons}>
        {stage.data ? (
          <Button type="primary" loading={take.isPending} onClick={() => take.mutate(stage.data.staged)}>
            Take it
          </Button>
        ) : (
          <Button type="primary" loading={stage.isPending} onClick={() => input.current?.click()}>
            Choose the file
          </Button>
        )}
        <Button onClick={leave}>Leave it</Button>
      </div>
    </section>
  );
}

const count = (n: number, one: string) => `${n.toLocaleString('en-GB')} ${one}${n === 1 ? '' : 's'}`;

function NewerWords({ newer, onSame }: { newer: Newer; onSame: (column: SameColumn) => void }) {
  const { mode, rowCount, added = 0, repeated = 0, changes, breaks } = newer;
  return (
    <div role="status">
      <p>
        {mode === 'add'
          ? `${count(added, 'new row')}; ${count(repeated, 'row')} the sheet holds already. It will have ${count(rowCount, 'row')}.`
          : `The sheet will have the ${count(rowCount, 'row')} of this file.`}
      </p>
      <ul>
        {changes.map(({ message, same }) => (
          <li key={message}>
            {message}
            {same && (
              <Button size="small" onClick={() => onSame(same)}>
                It is the same column
              </Button>
            )}
          </li>
        ))}
        {changes.length === 0 && <li>The columns are the same.</li>}
        {breaks.map(({ chart, message }) => (
          <li key={chart.id} className={styles.trouble}>
            {message}
          </li>
        ))}
      </ul>
    </div>
  );
}
