'use client';

import { useQuery } from '@tanstack/react-query';
import { api } from '../api';
import { TopBar } from '../theme/TopBar';
import { Workbench } from './Workbench';
import styles from './Workbench.module.css';

/** A saved chart on the workbench of its sheet. */
export function SavedWorkbench({ id }: { id: string }) {
  const chart = useQuery({ queryKey: ['chart', id], queryFn: () => api.chart(id), staleTime: 0 });
  if (chart.data) return <Workbench sheetId={chart.data.spec.sheet} chart={chart.data} />;
  return (
    <>
      <TopBar path={[{ words: 'Desk', href: '/' }]} />
      <p className={styles.notice} role={chart.error ? 'alert' : undefined}>
        {chart.error ? chart.error.message : 'Opening the chart …'}
      </p>
    </>
  );
}
