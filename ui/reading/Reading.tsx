'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { App, Button } from 'antd';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReadingChange } from '../api';
import { api, type Sheet } from '../api';
import { CorrectingProvider, sayAgain, stepOf, type Correct, type CorrectionStep } from '../cards/correcting';
import { Menu } from '../cards/Menu';
import { TopBar } from '../theme/TopBar';
import { ColumnCards } from './ColumnCards';
import { Findings } from './Findings';
import { NewerFile } from './NewerFile';
import { Questions } from './Questions';
import styles from './Reading.module.css';
import { SeenTable } from './SeenTable';

/** How a sheet was read: the sheet as it came with what was left out of it, the table, and its columns, each to be corrected. */
export function Reading({ sheetId, chartId }: { sheetId: string; chartId?: string }) {
  const sheet = useQuery({ queryKey: ['sheet', sheetId], queryFn: () => api.sheet(sheetId) });
  if (sheet.data) return <ReadingOf sheet={sheet.data} chartId={chartId} />;
  return (
    <>
      <TopBar path={[{ words: 'Desk', href: '/' }]} />
      <main className={styles.page}>
        <h1 className={styles.heading}>How this sheet was read</h1>
        <p role={sheet.error ? 'alert' : 'status'}>{sheet.error ? sheet.error.message : 'Opening the sheet …'}</p>
      </main>
    </>
  );
}

function ReadingOf({ sheet, chartId }: { sheet: Sheet; chartId?: string }) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const router = useRouter();
  const [newer, setNewer] = useState(false);
  const change = useMutation({
    mutationFn: (next: ReadingChange) => api.reread(sheet.id, next),
    onSuccess: (next) => client.setQueryData(['sheet', sheet.id], next),
    onError: (error) => {
      message.error(error.message);
    },
  });
  const again = (work: (id: string) => Promise<Sheet>) =>
    work(sheet.id).then(
      (next) => client.setQueryData(['sheet', sheet.id], next),
      (error: Error) => message.error(error.message),
    );
  const { correct, canUndo, undo } = useReadingHistory(sheet);
  const { reading } = sheet;
  const worksheets = reading?.worksheets ?? [];
  const back = chartId ? `/charts/${encodeURIComponent(chartId)}` : `/sheets/${sheet.id}`;
  const where = reading?.worksheet ? `${sheet.fileName}, sheet “${reading.worksheet}”` : sheet.fileName;
  return (
    <CorrectingProvider value={correct}>
      <TopBar path={[{ words: 'Desk', href: '/' }, { words: sheet.name, href: back }, { words: 'How it was read' }]}>
        {worksheets.length > 1 && (
          <Menu
            items={worksheets.map(({ name, rows, hidden }) => ({
              key: name,
              label: `${name} · ${rows.toLocaleString('en-GB')} rows${hidden ? ' · hidden' : ''}`,
              disabled: name === reading?.worksheet,
            }))}
            onChoose={(key) => change.mutate({ worksheet: key, findings: {} })}
          >
            <Button>Other worksheet</Button>
          </Menu>
        )}
        {canUndo && (
          <Button type="text" onClick={undo}>
            Undo
          </Button>
        )}
        {!canUndo && sheet.canTakeBack && (
          <Button type="text" onClick={() => void again(api.takeReadingBack)}>
            Undo the last change of the reading
          </Button>
        )}
        <Button onClick={() => setNewer(true)}>Take a newer file</Button>
        <Button type="primary" onClick={() => router.push(back)}>
          {chartId ? 'Looks right, back to the chart' : 'Looks right, make a chart'}
        </Button>
      </TopBar>
      <main className={styles.page} aria-busy={change.isPending}>
        <h1 className={styles.heading}>How this sheet was read</h1>
        <p className="second">
          From {where}, which stays as it is. {sheet.rowCount.toLocaleString('en-GB')} rows and {sheet.columns.length}{' '}
          columns were read{leftOut(sheet) ? '; greyed rows are left out' : ''}.{' '}
          <Link href={back}>{chartId ? 'Back to the chart' : 'Open the workbench'}</Link>
        </p>
        {newer && <NewerFile sheet={sheet} onDone={() => setNewer(false)} />}
        {sheet.breaks?.map(({ chart, message }) => (
          <p key={chart.id} className={styles.trouble} role="alert">
            {message} Take the change back to have it again.
          </p>
        ))}
        <Questions sheet={sheet} />
        {reading && <SeenTable reading={reading} columns={sheet.columns} />}
        <div className={styles.halves}>
          <Findings
            sheet={sheet}
            busy={change.isPending}
            onChange={change.mutate}
            onForget={() => void again(api.forgetRemembered)}
          />
          <ColumnCards sheet={sheet} />
        </div>
      </main>
    </CorrectingProvider>
  );
}

/** Corrections that were made on this screen, each to be taken back. */
function useReadingHistory(sheet: Sheet) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const [steps, setSteps] = useState<readonly CorrectionStep[]>([]);
  const correct: Correct = async (of, column, correction) => {
    const next = await api.correct(of.id, column.key, correction);
    setSteps((now) => [...now, stepOf(of, column, correction)]);
    return next;
  };
  const undo = () => {
    const last = steps[steps.length - 1];
    if (!last) return;
    setSteps(steps.slice(0, -1));
    sayAgain(client, sheet.id, last.column, last.before).catch((error: Error) => message.error(error.message));
  };
  return { correct, undo, canUndo: steps.length > 0 };
}

const leftOut = ({ reading }: Sheet) =>
  reading?.findings.some(({ taken, rows }) => taken && (rows?.length ?? 0) > 0) ?? false;
