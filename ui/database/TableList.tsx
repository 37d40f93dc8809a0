'use client';

import { useState } from 'react';
import { Input } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { api, type RelationWish, type Source } from '../api';
import styles from './Database.module.css';

interface Props {
  source: Source;
  chosen?: RelationWish;
  onChoose: (wish: RelationWish) => void;
}

/** The tables and views of a database, with about how many rows each has. */
export function TableList({ source, chosen, onChoose }: Props) {
  const [part, setPart] = useState('');
  const tables = useQuery({ queryKey: ['tables', source.id], queryFn: () => api.tables(source.id), retry: false });
  if (tables.error)
    return (
      <p role="alert" className={styles.trouble}>
        {tables.error.message}
      </p>
    );
  if (!tables.data) return <p className="second">Looking for its tables …</p>;
  const wanted = part.trim().toLowerCase();
  const shown = tables.data.filter(({ schema, table }) => `${schema}.${table}`.toLowerCase().includes(wanted));
  return (
    <>
      {tables.data.length > 12 && (
        <Input
          aria-label="Find a table"
          placeholder="Find a table"
          value={part}
          onChange={(event) => setPart(event.target.value)}
          allowClear
        />
      )}
      <ul className={styles.list}>
        {shown.slice(0, 300).map(({ schema, table, kind, rows }) => (
          <li key={`${schema}.${table}`}>
            <button
              type="button"
              aria-pressed={chosen?.schema === schema && chosen.table === table}
              onClick={() => onChoose({ schema, table })}
            >
              <b>{table}</b>
              <span>{[schema === 'public' ? '' : schema, kind, sizeWords(rows)].filter(Boolean).join(' · ')}</span>
            </button>
          </li>
        ))}
        {shown.length === 0 && (
          <li className={styles.none}>No table that this user may read{wanted && ' has such a name'}.</li>
        )}
      </ul>
    </>
  );
}

function sizeWords(rows: number | undefined): string {
  return rows === undefined ? '' : `about ${rows.toLocaleString('en-GB')} ${rows === 1 ? 'row' : 'rows'}`;
}
