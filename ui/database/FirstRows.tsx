'use client';

import { Button } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { api, type RelationWish, type Source } from '../api';
import styles from './Database.module.css';

interface Props {
  source: Source;
  wish: RelationWish;
  opening: boolean;
  error?: string;
  onOpen: () => void;
}

const NUMERIC = /^(smallint|integer|bigint|numeric|real|double|money)/;

/** The first rows of a table, to see that it is the right one, and the way to open it. */
export function FirstRows({ source, wish, opening, error, onOpen }: Props) {
  const found = useQuery({
    queryKey: ['first rows', source.id, wish],
    queryFn: () => api.firstRows(source.id, wish),
    retry: false,
  });
  const trouble = error ?? found.error?.message;
  return (
    <section className={styles.first} aria-label="Its first rows">
      <div className={styles.bar}>
        <h2>{wish.table ?? 'The rows of the SELECT'}</h2>
        <Button type="primary" loading={opening} disabled={!found.data} onClick={onOpen}>
          Open as a sheet
        </Button>
      </div>
      {trouble && (
        <p role="alert" className={styles.trouble}>
          {trouble}
        </p>
      )}
      {found.data && (
        <div className={styles.scroll} tabIndex={0} role="region" aria-label="First rows">
          <table>
            <thead>
              <tr>
                {found.data.columns.map(({ name, declared }) => (
                  <th key={name} scope="col">
                    {name}
                    <span>{declared}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {found.data.rows.map((row, r) => (
                <tr key={r}>
                  {row.map((cell, c) => (
                    <td key={c} className={NUMERIC.test(found.data.columns[c].declared) ? styles.number : undefined}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
