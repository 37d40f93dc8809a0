'use client';

import { useState } from 'react';
import { Checkbox, Input, Radio } from 'antd';
import { useQuery } from '@tanstack/react-query';
import type { ColumnProfile } from '@/core/inference';
import { api, type Sheet } from '../api';
import own from './filter.module.css';
import type { Change, KeepFilter } from './kinds';

/** Values of a column to keep or to leave out, found by name. */
export function Values({
  sheet,
  column,
  draft,
  onChange,
}: {
  sheet: Pick<Sheet, 'id'>;
  column: ColumnProfile;
  draft?: KeepFilter;
  onChange: Change;
}) {
  const [search, setSearch] = useState('');
  const found = useQuery({
    queryKey: ['values', sheet.id, column.key, column.type, column.meaning, search],
    queryFn: () => api.values(sheet.id, column.key, search),
  });
  const keep = draft?.keep ?? [];
  const not = draft?.not ?? false;
  const set = (next: KeepFilter['keep'], leaveOut = not) =>
    onChange({ column: column.key, keep: next, ...(leaveOut ? { not: true } : {}) });
  const listed = found.data?.values ?? [];
  return (
    <>
      <Radio.Group
        size="small"
        aria-label="Keep or leave out"
        value={not}
        onChange={(event) => set(keep, event.target.value as boolean)}
        options={[
          { value: false, label: 'Keep these' },
          { value: true, label: 'Leave these out' },
        ]}
      />
      <Input
        size="small"
        className={own.search}
        aria-label="Find a value"
        placeholder="Find a value"
        value={search}
        allowClear
        onChange={(event) => setSearch(event.target.value)}
      />
      <ul className={own.values} aria-label="Values">
        {listed.map(({ value, text, rows }) => (
          <li key={text}>
            <Checkbox
              checked={keep.includes(value)}
              onChange={(event) => set(event.target.checked ? [...keep, value] : keep.filter((one) => one !== value))}
            >
              {text}
            </Checkbox>
            <span className="second">{rows.toLocaleString('en-GB')}</span>
          </li>
        ))}
        {found.data && listed.length === 0 && <li className="second">No value holds this text.</li>}
        {found.data && found.data.total > listed.length && (
          <li className="second">
            and {(found.data.total - listed.length).toLocaleString('en-GB')} more: find them by name
          </li>
        )}
      </ul>
    </>
  );
}
