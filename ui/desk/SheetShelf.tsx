'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { App, Button } from 'antd';
import { useState } from 'react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Menu } from '../cards/Menu';
import { api, type ListedSheet } from '../api';
import styles from './Desk.module.css';
import { dayWords } from './dates';
import { copySheet, renameSheet, whatGoes, wordsOf } from './doings';
import { RenameDialog } from './RenameDialog';
import { found as foundIn, type Finding } from './finding';
import { LabelsDialog } from './LabelsDialog';
import { useGrowing } from './useSight';

/** An empty desk: what to do, and something to try with. */
function NoSheets() {
  const router = useRouter();
  const client = useQueryClient();
  const { message } = App.useApp();
  const open = useMutation({
    mutationFn: async () => {
      let sheet = await api.addDemo();
      while (sheet.status === 'reading') {
        await new Promise((resolve) => setTimeout(resolve, 300));
        sheet = await api.sheet(sheet.id);
      }
      return sheet;
    },
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: ['sheets'], refetchType: 'none' });
      router.push(`/sheets/${id}`);
    },
    onError: (error) => {
      message.error(error.message);
    },
  });
  return (
    <div className={styles.empty}>
      <p>No sheets yet. Drop a file, and it opens on what it can show.</p>
      <Button loading={open.isPending} onClick={() => open.mutate()}>
        Try with made-up till receipts
      </Button>
    </div>
  );
}

/** The sheets, the newest first. */
export function SheetShelf({
  sheets,
  finding,
  columnsOf,
  labels,
}: {
  sheets?: ListedSheet[];
  finding: Finding;
  /** The names of columns by sheet, once they are looked for. */
  columnsOf: ReadonlyMap<string, string>;
  labels: readonly string[];
}) {
  const found = foundIn(
    sheets ?? [],
    finding,
    ({ name }) => name,
    ({ id, fileName }) => [fileName, columnsOf.get(id)],
  );
  const { shown, more, grow } = useGrowing(found);
  return (
    <section className={styles.shelf} aria-label="Sheets">
      <h2 className={styles.heading}>Sheets</h2>
      {sheets?.length === 0 && <NoSheets />}
      {sheets && sheets.length > 0 && found.length === 0 && (
        <p className={styles.empty}>
          No sheet holds “{finding.part.trim() || finding.label}” in its name or its columns.
        </p>
      )}
      <ul className={styles.sheets}>
        {shown.map((sheet) => (
          <SheetLine key={sheet.id} sheet={sheet} labels={labels} />
        ))}
        {more > 0 && (
          <li>
            <Button type="text" block onClick={grow}>
              Show more of the {more.toLocaleString('en-GB')} others
            </Button>
          </li>
        )}
      </ul>
    </section>
  );
}

/** How far a reading is, or how many are before it. */
export const readingWords = ({ progress, waiting }: Pick<ListedSheet, 'progress' | 'waiting'>): string =>
  waiting === undefined
    ? `being read, ${Math.round(progress * 100)}%`
    : `waits to be read${waiting > 1 ? `, ${waiting - 1} before it` : ', next'}`;

function SheetLine({ sheet, labels }: { sheet: ListedSheet; labels: readonly string[] }) {
  const [filing, setFiling] = useState(false);
  const { modal, message } = App.useApp();
  const client = useQueryClient();
  const remove = useMutation({
    mutationFn: () => api.deleteSheet(sheet.id),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['sheets'] }),
        client.invalidateQueries({ queryKey: ['charts'] }),
      ]),
    onError: (error) => {
      message.error(error.message);
    },
  });
  const router = useRouter();
  const again = useMutation({
    mutationFn: () => api.readAgain(sheet.id),
    onSettled: () => client.invalidateQueries({ queryKey: ['sheets'] }),
    onError: (error) => {
      message.error(error.message);
    },
  });
  const [renaming, setRenaming] = useState(false);
  const ask = async () => {
    const goes = await whatGoes(sheet).catch(() => [
      'Its rows and every chart made of it go with it. For 30 days it can be brought back.',
    ]);
    modal.confirm({
      title: `Delete ${sheet.name}?`,
      content: goes.map((words) => <p key={words}>{words}</p>),
      okText: 'Delete',
      okButtonProps: { danger: true },
      cancelText: 'Keep',
      onOk: () => remove.mutateAsync(),
    });
  };
  const doing: Record<string, () => void> = {
    reading: () => router.push(`/sheets/${sheet.id}/reading`),
    again: () => again.mutate(),
    rename: () => setRenaming(true),
    labels: () => setFiling(true),
    copy: () => void copySheet(client, sheet.id).catch((error: unknown) => message.error(wordsOf(error))),
    delete: () => void ask(),
  };
  const { unread } = sheet;
  return (
    <li className={styles.sheet}>
      {renaming && (
        <RenameDialog
          title="Another name for the sheet"
          name={sheet.name}
          onKeep={(name) => renameSheet(client, sheet.id, name)}
          onClose={() => setRenaming(false)}
        />
      )}
      {filing && (
        <LabelsDialog
          id={sheet.id}
          name={sheet.name}
          labels={sheet.labels ?? []}
          known={labels}
          onClose={() => setFiling(false)}
        />
      )}
      <div className={styles.sheetWords}>
        {sheet.status === 'ready' ? (
          <Link prefetch={false} href={`/sheets/${sheet.id}`} className={styles.sheetName}>
            {sheet.name}
          </Link>
        ) : (
          <span className={styles.sheetName}>{sheet.name}</span>
        )}
        <span className="second">
          {sheet.status === 'reading' && readingWords(sheet)}
          {sheet.status === 'failed' && <span className={styles.failed}>{sheet.error}</span>}
          {sheet.status === 'ready' &&
            `${sheet.rowCount.toLocaleString('en-GB')} rows, ${sheet.columnCount} columns${sheet.countedAt ? `, in its database, counted ${dayWords(sheet.countedAt)}` : ''}`}
          {sheet.labels?.map((one) => (
            <span key={one} className={styles.label}>
              {one}
            </span>
          ))}
          {unread > 0 && <span className={styles.failed}> · {unread.toLocaleString('en-GB')} unread</span>}
        </span>
      </div>
      <span className={`second ${styles.when}`}>{dayWords(sheet.createdAt)}</span>
      <Menu
        placement="bottomRight"
        items={[
          ...(sheet.status === 'ready'
            ? [
                { key: 'reading', label: 'How it was read' },
                { key: 'rename', label: 'Rename' },
                { key: 'labels', label: 'File under …' },
                { key: 'copy', label: 'Duplicate' },
              ]
            : []),
          ...(sheet.status === 'failed' ? [{ key: 'again', label: 'Try again' }] : []),
          { key: 'delete', label: 'Delete', danger: true },
        ]}
        onChoose={(key) => doing[key]?.()}
      >
        <Button type="text" size="small" aria-label={`More for ${sheet.name}`}>
          ⋯
        </Button>
      </Menu>
    </li>
  );
}
