'use client';

import { useEffect, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { Button, Progress } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { useDropzone } from 'react-dropzone';
import type { SeenRecord } from '@/core/reading';
import { api, ApiError, sendFile, type Sheet } from '../api';
import { SeenTable } from '../reading/SeenTable';
import { firstRowsOf } from './first-rows';
import { pastedFile } from './paste';
import styles from './Desk.module.css';

interface Coming {
  name: string;
  share: number;
  phase: 'sending' | 'reading';
  /** The sheet as far as it is read, and when its reading began. */
  sheet?: Sheet;
  since: number;
  /** Its first rows, as they stand in the file. */
  seen: SeenRecord[];
}

/** Where a file is dropped or chosen; it opens on the workbench as soon as it is read. */
export function DropPlace() {
  const router = useRouter();
  const client = useQueryClient();
  const [coming, setComing] = useState<Coming>();
  const [error, setError] = useState<{ file: string; words: string }>();
  const stopper = useRef<AbortController>(undefined);

  const take = async (file: File) => {
    const stop = new AbortController();
    stopper.current = stop;
    setError(undefined);
    const since = Date.now();
    setComing({ name: file.name, share: 0, phase: 'sending', since, seen: [] });
    // Another file may be on its way by the time that a stopped one is answered.
    const show = (change: Partial<Coming>) => {
      if (!stop.signal.aborted) setComing((now) => now && { ...now, ...change });
    };
    void firstRowsOf(file)
      .then((seen) => show({ seen }))
      .catch(() => undefined);
    try {
      const { id, ready } = await sendFile(
        file,
        (share) => show({ share, phase: share < 1 ? 'sending' : 'reading' }),
        stop.signal,
      );
      // Who stopped while the last answer was on its way wants no sheet.
      if (stop.signal.aborted) {
        await api.deleteSheet(id).catch(() => undefined);
        throw new ApiError(0, 'Stopped.');
      }
      if (!ready) await untilRead(id, stop.signal, (sheet) => show({ share: sheet.progress, phase: 'reading', sheet }));
      const sheet = await api.sheet(id);
      if (stop.signal.aborted) {
        await api.deleteSheet(id).catch(() => undefined);
        throw new ApiError(0, 'Stopped.');
      }
      router.push(placeOf(sheet));
      // The desk is made anew when its user comes back to it.
      void client.invalidateQueries({ queryKey: ['sheets'], refetchType: 'none' });
    } catch (thrown) {
      if (!stop.signal.aborted) {
        setError({
          file: file.name,
          words: thrown instanceof ApiError ? thrown.message : 'The file could not be taken in. Try again.',
        });
        setComing(undefined);
      }
      await client.invalidateQueries({ queryKey: ['sheets'] });
    }
  };
  const takeRef = useRef(take);
  useEffect(() => {
    takeRef.current = take;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]')) return;
      const file = event.clipboardData && pastedFile(event.clipboardData);
      if (!file) return;
      event.preventDefault();
      void takeRef.current(file);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: ([file]) => {
      if (file) void take(file);
    },
    multiple: false,
    noClick: true,
    noKeyboard: true,
    disabled: coming !== undefined,
  });

  return (
    <section
      {...getRootProps({
        className: `${styles.drop} ${isDragActive ? styles.over : ''}`,
        role: 'region',
        'aria-label': 'New sheet',
      })}
    >
      <input {...getInputProps({ 'aria-label': 'Choose a file', id: 'file' })} />
      {coming ? (
        <div className={styles.coming} role="status">
          <p className={styles.dropWords}>
            {coming.phase === 'sending' ? 'Taking in' : coming.sheet?.waiting ? 'Waiting to read' : 'Reading'}{' '}
            {coming.name}
          </p>
          <Progress
            percent={Math.round(coming.share * 100)}
            showInfo={coming.share < 1}
            status="active"
            aria-label={coming.phase === 'sending' ? 'Sent' : 'Read'}
          />
          {coming.sheet && <p className="second">{soFar(coming)}</p>}
          {coming.seen.length > 0 && (
            <div className={styles.firstRows}>
              <SeenTable reading={{ seen: coming.seen, findings: [] }} />
            </div>
          )}
          <Button
            onClick={() => {
              stopper.current?.abort();
              setComing(undefined);
            }}
          >
            Stop
          </Button>
        </div>
      ) : (
        <>
          <p className={styles.dropWords}>{isDragActive ? 'Let go to take it in' : 'Drop a file here'}</p>
          <p className="second">
            A workbook (XLSX, ODS), CSV or other delimited text, JSON; packed or not, up to 1 GiB. Or paste cells
            anywhere here. Your file stays as it is.
          </p>
          <div className={styles.ways}>
            <Button type="primary" onClick={open}>
              Choose a file
            </Button>
            <Button onClick={() => router.push('/database')}>Open a database table</Button>
          </div>
        </>
      )}
      {error && (
        <div className={styles.refusal} role="alert">
          <b>{error.file}</b>
          <span>{error.words}</span>
        </div>
      )}
    </section>
  );
}

/** "312,000 rows so far, about 6 seconds left". */
function soFar({ sheet, share, since }: Coming): string {
  const rows = `${(sheet?.rowCount ?? 0).toLocaleString('en-GB')} rows so far`;
  if (share < 0.08) return rows;
  const seconds = Math.max(1, Math.round(((Date.now() - since) / 1000) * (1 / share - 1)));
  return `${rows}, about ${seconds < 90 ? `${seconds} ${seconds === 1 ? 'second' : 'seconds'}` : `${Math.round(seconds / 60)} minutes`} left`;
}

/** Where a sheet opens that was just read: at its reading, where anything of it is in doubt or was rearranged. */
function placeOf({ id, reading, columns }: Sheet): string {
  const doubt = columns.some(({ format }) => format.ambiguous) || (reading?.worksheets?.length ?? 0) > 1;
  return doubt || (reading?.findings.length ?? 0) > 0 ? `/sheets/${id}/reading` : `/sheets/${id}`;
}

/** Follows a long reading to its end. @throws ApiError with the sheet's own words where it failed. */
async function untilRead(id: string, signal: AbortSignal, tell: (sheet: Sheet) => void): Promise<void> {
  for (;;) {
    if (signal.aborted) {
      await api.deleteSheet(id).catch(() => undefined);
      throw new ApiError(0, 'Stopped.');
    }
    const sheet = await api.sheet(id);
    if (sheet.status === 'ready') return;
    if (sheet.status === 'failed') {
      await api.deleteSheet(id).catch(() => undefined);
      throw new ApiError(422, sheet.error ?? 'The file could not be read.');
    }
    tell(sheet);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}
