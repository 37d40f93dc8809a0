'use client';

import Link from 'next/link';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useRouter } from 'next/navigation';
import { Button, Progress } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { useDropzone } from 'react-dropzone';
import { SeenTable } from '../reading/SeenTable';
import { dismiss, incomingFiles, placeOf, takeFile, type Incoming } from './incoming';
import { pastedFile } from './paste';
import styles from './Desk.module.css';

/** Where files are dropped or chosen; a single one opens as soon as it is read, while its user is still here. */
export function DropPlace() {
  const router = useRouter();
  const client = useQueryClient();
  const [here] = useState(() => Symbol('drop place'));
  const files = useSyncExternalStore(incomingFiles.subscribe, incomingFiles.get, incomingFiles.none);
  const [only] = files;
  useEffect(() => {
    // Of several that were dropped none takes its user away from the others.
    if (files.length !== 1 || only.phase !== 'read' || !only.sheet || only.from !== here) return;
    dismiss(only.key);
    router.push(placeOf(only.sheet));
  }, [files, only, here, router]);

  const take = (file: File) => void takeFile(file, here, client);
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
      takeRef.current(file);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (dropped) => dropped.forEach(take),
    multiple: true,
    noClick: true,
    noKeyboard: true,
  });
  const coming = files.filter(({ phase }) => phase === 'sending' || phase === 'reading');
  const refused = files.filter(({ phase }) => phase === 'refused');
  const read = files.filter((file) => file.phase === 'read' && (files.length > 1 || file.from !== here));

  return (
    <section
      {...getRootProps({
        className: `${styles.drop} ${isDragActive ? styles.over : ''}`,
        role: 'region',
        'aria-label': 'New sheet',
      })}
    >
      <input {...getInputProps({ 'aria-label': 'Choose a file', id: 'file' })} />
      {coming.map((file) => (
        <ComingFile key={file.key} file={file} alone={coming.length === 1} />
      ))}
      {coming.length === 0 && (
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
      {read.map(
        ({ key, name, sheet }) =>
          sheet && (
            <p key={key} className={styles.read} role="status">
              <span>
                <b>{name}</b> is read.
              </span>
              <Link prefetch={false} href={placeOf(sheet)} onClick={() => dismiss(key)}>
                Open it
              </Link>
              <Button size="small" type="text" onClick={() => dismiss(key)} aria-label={`Take ${name} off this list`}>
                ×
              </Button>
            </p>
          ),
      )}
      {refused.map(({ key, name, error }) => (
        <div key={key} className={styles.refusal} role="alert">
          <b>{name}</b>
          <span>{error}</span>
        </div>
      ))}
    </section>
  );
}

/** A file on its way, and what stops it. */
function ComingFile({ file, alone }: { file: Incoming; alone: boolean }) {
  const { name, phase, sheet, share, seen } = file;
  return (
    <div className={styles.coming} role="status">
      <p className={styles.dropWords}>
        {phase === 'sending' ? 'Taking in' : sheet?.waiting ? 'Waiting to read' : 'Reading'} {name}
      </p>
      <Progress
        percent={Math.round(share * 100)}
        showInfo={share < 1}
        status="active"
        aria-label={phase === 'sending' ? 'Sent' : 'Read'}
      />
      {sheet && <p className="second">{soFar(file)}</p>}
      {alone && seen.length > 0 && (
        <div className={styles.firstRows}>
          <SeenTable reading={{ seen: [...seen], findings: [] }} />
        </div>
      )}
      <Button onClick={file.stop} {...(alone ? {} : { 'aria-label': `Stop ${name}` })}>
        Stop
      </Button>
    </div>
  );
}

/** "312,000 rows so far, about 6 seconds left". */
function soFar({ sheet, share, since }: Incoming): string {
  const count = sheet?.rowCount ?? 0;
  const rows = `${count.toLocaleString('en-GB')} ${count === 1 ? 'row' : 'rows'} so far`;
  if (share < 0.08) return rows;
  const seconds = Math.max(1, Math.round(((Date.now() - since) / 1000) * (1 / share - 1)));
  return `${rows}, about ${seconds < 90 ? `${seconds} ${seconds === 1 ? 'second' : 'seconds'}` : `${Math.round(seconds / 60)} minutes`} left`;
}
