'use client';

import Link from 'next/link';
import { App, Button, Dropdown } from 'antd';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type ListedChart, type Sheet } from '../api';
import { ChartDrawing } from '../chart/ChartDrawing';
import styles from './Desk.module.css';
import { dayWords } from './dates';

const PICTURE = { width: 262, height: 118 };

/** The charts, the last changed first, each with a small picture drawn from its sheet. */
export function ChartShelf({ charts, sheets }: { charts?: ListedChart[]; sheets?: Sheet[] }) {
  return (
    <section className={styles.charts} aria-label="Charts">
      <h2 className={styles.heading}>Charts</h2>
      {charts?.length === 0 && (
        <p className={styles.empty}>No charts yet. Open a sheet, click the heads of two columns, and press Save.</p>
      )}
      <ul className={styles.cards}>
        {charts?.map((chart) => (
          <ChartCard key={chart.id} chart={chart} sheet={sheets?.find(({ id }) => id === chart.sheet)} />
        ))}
      </ul>
    </section>
  );
}

function ChartCard({ chart, sheet }: { chart: ListedChart; sheet?: Sheet }) {
  const { modal, message } = App.useApp();
  const client = useQueryClient();
  const picture = useQuery({
    queryKey: ['picture', chart.id, chart.updatedAt, sheet?.columns.length],
    queryFn: async () => api.preview((await api.chart(chart.id)).spec, 480, 220),
    staleTime: 60_000,
  });
  const remove = useMutation({
    mutationFn: () => api.deleteChart(chart.id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['charts'] }),
    onError: (error) => {
      message.error(error.message);
    },
  });
  const ask = () => {
    modal.confirm({
      title: `Delete "${chart.title}"?`,
      content: 'The sheet it is made of stays.',
      okText: 'Delete',
      okButtonProps: { danger: true },
      cancelText: 'Keep',
      onOk: () => remove.mutateAsync(),
    });
  };
  return (
    <li className={styles.card}>
      <Link prefetch={false} href={`/charts/${chart.id}`} className={styles.cardLink}>
        <span className={styles.picture} aria-hidden>
          {picture.data && <ChartDrawing model={picture.data} small {...PICTURE} />}
        </span>
        <span className={styles.cardTitle}>{chart.title}</span>
      </Link>
      <div className={styles.cardFoot}>
        <span className={`second ${styles.clip}`}>
          {sheet?.name ?? ''} · {dayWords(chart.updatedAt)}
        </span>
        <Dropdown
          trigger={['click']}
          autoFocus
          placement="bottomRight"
          menu={{ items: [{ key: 'delete', label: 'Delete', danger: true }], onClick: ask }}
        >
          <Button type="text" size="small" aria-label={`More for ${chart.title}`}>
            ⋯
          </Button>
        </Dropdown>
      </div>
    </li>
  );
}
