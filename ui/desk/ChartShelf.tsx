'use client';

import Link from 'next/link';
import { App, Button } from 'antd';
import { useMemo, useState } from 'react';
import { skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Menu } from '../cards/Menu';
import { api, type ListedChart, type ListedSheet } from '../api';
import { ChartDrawing } from '../chart/ChartDrawing';
import styles from './Desk.module.css';
import { dayWords } from './dates';
import { copyChart, renameChart, whatLosesChart, wordsOf } from './doings';
import { DrawingBoundary } from '../theme/DrawingBoundary';
import { pictureOf } from './pictures';
import { RenameDialog } from './RenameDialog';
import { found as foundIn, type Finding } from './finding';
import { LabelsDialog } from './LabelsDialog';
import { useGrowing, useSeen } from './useSight';

const PICTURE = { width: 262, height: 118 };
/** As large it is laid out, and shown smaller. */
const DRAWN = { width: 480, height: 220 };

/** The charts, the last changed first, each with a small picture drawn from its sheet. */
export function ChartShelf({
  charts,
  sheets,
  finding,
  columnsOf,
  labels,
}: {
  charts?: ListedChart[];
  sheets?: ListedSheet[];
  finding: Finding;
  columnsOf: ReadonlyMap<string, string>;
  labels: readonly string[];
}) {
  const known = useMemo(() => new Map(sheets?.map((sheet) => [sheet.id, sheet])), [sheets]);
  const found = foundIn(
    charts ?? [],
    finding,
    ({ name }) => name,
    ({ sheet }) => [known.get(sheet)?.name, columnsOf.get(sheet)],
  );
  const { shown, more, grow } = useGrowing(found);
  return (
    <section className={styles.charts} aria-label="Charts">
      <h2 className={styles.heading}>Charts</h2>
      {charts?.length === 0 && (
        <p className={styles.empty}>No charts yet. Open a sheet, click the heads of two columns, and press Save.</p>
      )}
      {charts && charts.length > 0 && found.length === 0 && (
        <p className={styles.empty}>
          No chart holds “{finding.part.trim() || finding.label}” in its name or in the name of its sheet.
        </p>
      )}
      <ul className={styles.cards}>
        {shown.map((chart) => (
          <ChartCard key={chart.id} chart={chart} sheet={known.get(chart.sheet)} labels={labels} />
        ))}
      </ul>
      {more > 0 && (
        <Button className={styles.more} onClick={grow}>
          Show more of the {more.toLocaleString('en-GB')} others
        </Button>
      )}
    </section>
  );
}

function ChartCard({ chart, sheet, labels }: { chart: ListedChart; sheet?: ListedSheet; labels: readonly string[] }) {
  const [filing, setFiling] = useState(false);
  const { place, seen } = useSeen<HTMLLIElement>();
  const { modal, message } = App.useApp();
  const client = useQueryClient();
  const picture = useQuery({
    queryKey: ['picture', chart.id, chart.updatedAt, sheet?.version],
    queryFn: seen && sheet ? () => pictureOf(chart.id, DRAWN) : skipToken,
    staleTime: 60_000,
  });
  const remove = useMutation({
    mutationFn: () => api.deleteChart(chart.id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['charts'] }),
    onError: (error) => {
      message.error(error.message);
    },
  });
  const ask = async () => {
    const loses = await whatLosesChart(chart.id).catch(() => ['For 30 days it can be brought back.']);
    modal.confirm({
      title: `Delete "${chart.name}"?`,
      content: loses.map((words) => <p key={words}>{words}</p>),
      okText: 'Delete',
      okButtonProps: { danger: true },
      cancelText: 'Keep',
      onOk: () => remove.mutateAsync(),
    });
  };
  const lacking = picture.data?.error ?? picture.error?.message;
  const [renaming, setRenaming] = useState(false);
  const doing: Record<string, () => void> = {
    rename: () => setRenaming(true),
    labels: () => setFiling(true),
    copy: () => void copyChart(client, chart).catch((error: unknown) => message.error(wordsOf(error))),
    delete: () => void ask(),
  };
  return (
    <li className={styles.card} ref={place}>
      {renaming && (
        <RenameDialog
          title="Another name for the chart"
          name={chart.name}
          onKeep={(name) => renameChart(client, chart.id, name)}
          onClose={() => setRenaming(false)}
        />
      )}
      {filing && (
        <LabelsDialog
          id={chart.id}
          name={chart.name}
          labels={chart.labels ?? []}
          known={labels}
          onClose={() => setFiling(false)}
        />
      )}
      <Link prefetch={false} href={`/charts/${chart.id}`} className={styles.cardLink}>
        <span className={styles.picture} aria-hidden>
          {picture.data?.model && (
            <DrawingBoundary small what="This picture" of={[picture.data.model]}>
              <ChartDrawing model={picture.data.model} small {...PICTURE} />
            </DrawingBoundary>
          )}
          {lacking && <span className={styles.lacking}>{lacking}</span>}
        </span>
        <span className={styles.cardTitle}>{chart.name}</span>
      </Link>
      <div className={styles.cardFoot}>
        <span className={`second ${styles.clip}`}>
          {sheet?.name ?? ''} · {dayWords(chart.updatedAt)}
          {chart.labels?.map((one) => (
            <span key={one} className={styles.label}>
              {one}
            </span>
          ))}
        </span>
        <Menu
          placement="bottomRight"
          items={[
            { key: 'rename', label: 'Rename' },
            { key: 'labels', label: 'File under …' },
            { key: 'copy', label: 'Duplicate' },
            { key: 'delete', label: 'Delete', danger: true },
          ]}
          onChoose={(key) => doing[key]?.()}
        >
          <Button type="text" size="small" aria-label={`More for ${chart.name}`}>
            ⋯
          </Button>
        </Menu>
      </div>
    </li>
  );
}
