'use client';

import { useQuery } from '@tanstack/react-query';
import { api } from '../api';
import { TopBar } from '../theme/TopBar';
import { ChartShelf } from './ChartShelf';
import styles from './Desk.module.css';
import { DropPlace } from './DropPlace';
import { SheetShelf } from './SheetShelf';

/** The desk: the place to drop a file, the sheets, and the charts made of them. */
export function Desk() {
  const sheets = useQuery({
    queryKey: ['sheets'],
    queryFn: api.sheets,
    staleTime: 0,
    refetchInterval: ({ state }) => (state.data?.some((sheet) => sheet.status === 'reading') ? 700 : false),
  });
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts, staleTime: 0 });
  const trouble = sheets.error ?? charts.error;
  return (
    <>
      <TopBar path={[{ words: 'Desk' }]} />
      <main className={styles.desk}>
        <h1 className="sr">Desk</h1>
        {trouble && (
          <p className={styles.trouble} role="alert">
            {trouble.message}
          </p>
        )}
        <div className={styles.columns}>
          <DropPlace />
          <SheetShelf sheets={sheets.data} />
        </div>
        <ChartShelf charts={charts.data} sheets={sheets.data} />
      </main>
    </>
  );
}
