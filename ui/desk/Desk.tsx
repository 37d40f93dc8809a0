'use client';

import { useState } from 'react';
import { Input } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api';
import { TopBar } from '../theme/TopBar';
import { ChartShelf } from './ChartShelf';
import styles from './Desk.module.css';
import { DropPlace } from './DropPlace';
import { SheetShelf } from './SheetShelf';

/** So few are found at a glance. */
const FEW = 8;

/** The desk: the place to drop a file, the sheets, and the charts made of them. */
export function Desk() {
  const sheets = useQuery({
    queryKey: ['sheets'],
    queryFn: api.sheets,
    staleTime: 0,
    refetchInterval: ({ state }) => (state.data?.some((sheet) => sheet.status === 'reading') ? 700 : false),
  });
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts, staleTime: 0 });
  const [part, setPart] = useState('');
  const many = (sheets.data?.length ?? 0) + (charts.data?.length ?? 0) > FEW;
  const trouble = sheets.error ?? charts.error;
  return (
    <>
      <TopBar path={[{ words: 'Desk' }]}>
        {many && (
          <Input
            className={styles.find}
            aria-label="Find a sheet or a chart"
            placeholder="Find a sheet or a chart"
            allowClear
            value={part}
            onChange={(event) => setPart(event.target.value)}
          />
        )}
      </TopBar>
      <main className={styles.desk}>
        <h1 className="sr">Desk</h1>
        {trouble && (
          <p className={styles.trouble} role="alert">
            {trouble.message}
          </p>
        )}
        <div className={styles.columns}>
          <DropPlace />
          <SheetShelf sheets={sheets.data} part={part} />
        </div>
        <ChartShelf charts={charts.data} sheets={sheets.data} part={part} />
      </main>
    </>
  );
}
