'use client';

import Link from 'next/link';
import { useMemo, useState } from 'react';
import { Input, Select } from 'antd';
import { skipToken, useQuery } from '@tanstack/react-query';
import { api } from '../api';
import { TopBar } from '../theme/TopBar';
import { useKept } from '../theme/useKept';
import { whileAway } from '../theme/whileAway';
import { BoardShelf } from './BoardShelf';
import { ChartShelf } from './ChartShelf';
import styles from './Desk.module.css';
import { DeskMenu } from './DeskMenu';
import { DropPlace } from './DropPlace';
import { SORTS, type Finding, type Sort } from './finding';
import { SheetShelf } from './SheetShelf';

/** So few are found at a glance. */
const FEW = 8;

/** The desk: the place to drop a file, the sheets, and the charts made of them. */
export function Desk() {
  const sheets = useQuery({
    queryKey: ['sheets'],
    queryFn: api.sheets,
    staleTime: 0,
    refetchInterval: (query) =>
      query.state.data?.some((sheet) => sheet.status === 'reading') && !query.state.error ? 700 : whileAway(query),
  });
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts, staleTime: 0 });
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards, staleTime: 0 });
  const [part, setPart] = useState('');
  const [label, setLabel] = useState<string>();
  const [sort, setSort] = useKept<Sort>('up-chart:desk-sort', 'changed');
  // The names of columns are asked for once somebody looks for something.
  const named = useQuery({ queryKey: ['sheets', 'named'], queryFn: part.trim() ? api.sheetsNamed : skipToken });
  const columnsOf = useMemo(
    () => new Map(named.data?.map(({ id, columns }) => [id, columns.map(({ name }) => name).join(' ')])),
    [named.data],
  );
  const labels = useMemo(
    () =>
      [
        ...new Set(
          [sheets.data, charts.data, boards.data].flatMap((list) => (list ?? []).flatMap((one) => one.labels ?? [])),
        ),
      ].sort(),
    [sheets.data, charts.data, boards.data],
  );
  const finding: Finding = { part, sort, ...(label === undefined || !labels.includes(label) ? {} : { label }) };
  const many = (sheets.data?.length ?? 0) + (charts.data?.length ?? 0) > FEW;
  const trouble = sheets.error ?? charts.error ?? boards.error;
  return (
    <>
      <TopBar path={[{ words: 'Desk' }]}>
        <Link prefetch={false} href="/outbox" className={styles.outbox}>
          Outbox
        </Link>
        {labels.length > 0 && (
          <Select
            aria-label="Filed under"
            className={styles.sort}
            allowClear
            placeholder="Filed under"
            value={finding.label}
            onChange={(next?: string) => setLabel(next)}
            options={labels.map((value) => ({ value, label: value }))}
          />
        )}
        {many && (
          <Select
            aria-label="Order"
            className={styles.sort}
            value={sort}
            onChange={(next: Sort) => setSort(next)}
            options={Object.entries(SORTS).map(([value, words]) => ({ value, label: words }))}
          />
        )}
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
        <DeskMenu />
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
          <SheetShelf sheets={sheets.data} finding={finding} columnsOf={columnsOf} labels={labels} />
        </div>
        <BoardShelf boards={boards.data} finding={finding} labels={labels} />
        <ChartShelf charts={charts.data} sheets={sheets.data} finding={finding} columnsOf={columnsOf} labels={labels} />
      </main>
    </>
  );
}
