import type { QueryClient } from '@tanstack/react-query';
import { createStore } from 'zustand/vanilla';
import type { SeenRecord } from '@/core/reading';
import { api, ApiError, sendFile, type Sheet } from '../api';
import { firstRowsOf } from './first-rows';

/** A file on its way to a sheet; several can be. They go on while their user is on other screens. */
export interface Incoming {
  readonly key: number;
  readonly name: string;
  readonly share: number;
  readonly phase: 'sending' | 'reading' | 'read' | 'refused';
  /** The sheet as far as it is read, and when its reading began. */
  readonly sheet?: Sheet;
  readonly since: number;
  /** Its first rows, as they stand in the file. */
  readonly seen: readonly SeenRecord[];
  /** Why it was refused. */
  readonly error?: string;
  /** The place that it was dropped at: who has left that is not taken to the sheet. */
  readonly from: symbol;
  readonly stop: () => void;
}

const store = createStore<{ readonly files: readonly Incoming[] }>(() => ({ files: [] }));

export const incomingFiles = {
  subscribe: store.subscribe,
  get: (): readonly Incoming[] => store.getState().files,
  none: (): readonly Incoming[] => NONE,
};
const NONE: readonly Incoming[] = [];
let nextKey = 1;

const change = (key: number, next: Partial<Incoming>) =>
  store.setState(({ files }) => ({ files: files.map((one) => (one.key === key ? { ...one, ...next } : one)) }));

/** Takes a file, or the note of one that was read or refused, off the list. */
export const dismiss = (key: number): void =>
  store.setState(({ files }) => ({ files: files.filter((one) => one.key !== key) }));

/** Sends a file and follows its reading to the end. */
export async function takeFile(file: File, from: symbol, client: QueryClient): Promise<void> {
  const key = nextKey++;
  const stopping = new AbortController();
  const { signal } = stopping;
  const stop = () => {
    stopping.abort();
    dismiss(key);
  };
  const coming: Incoming = {
    key,
    name: file.name,
    share: 0,
    phase: 'sending',
    since: Date.now(),
    seen: [],
    from,
    stop,
  };
  store.setState(({ files }) => ({ files: [...files.filter(({ phase }) => phase !== 'refused'), coming] }));
  void firstRowsOf(file)
    .then((seen) => change(key, { seen }))
    .catch(() => undefined);
  try {
    const sheet = await sheetOf(file, signal, (next) => change(key, next));
    change(key, { phase: 'read', share: 1, sheet });
    await client.invalidateQueries({ queryKey: ['sheets'] });
  } catch (thrown) {
    if (!signal.aborted)
      change(key, {
        phase: 'refused',
        error: thrown instanceof ApiError ? thrown.message : 'The file could not be taken in. Try again.',
      });
    await client.invalidateQueries({ queryKey: ['sheets'] });
  }
}

/** The sheet that a file is read into. Who stopped while the last answer was on its way wants no sheet. @throws ApiError */
async function sheetOf(file: File, signal: AbortSignal, tell: (change: Partial<Incoming>) => void): Promise<Sheet> {
  const { id, ready } = await sendFile(
    file,
    (share) => tell({ share, phase: share < 1 ? 'sending' : 'reading' }),
    signal,
  );
  const stopped = async () => {
    if (!signal.aborted) return;
    await api.deleteSheet(id).catch(() => undefined);
    throw new ApiError(0, 'Stopped.');
  };
  await stopped();
  for (;;) {
    const sheet = await api.sheet(id);
    await stopped();
    if (sheet.status === 'ready') return sheet;
    if (sheet.status === 'failed') {
      await api.deleteSheet(id).catch(() => undefined);
      throw new ApiError(422, sheet.error ?? 'The file could not be read.');
    }
    tell({ share: ready ? 1 : sheet.progress, phase: 'reading', sheet });
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}

/** Where a sheet opens that was just read: at its reading, where anything of it is in doubt or was rearranged. */
export function placeOf({ id, reading, columns }: Sheet): string {
  const doubt = columns.some(({ format }) => format.ambiguous) || (reading?.worksheets?.length ?? 0) > 1;
  return doubt || (reading?.findings.length ?? 0) > 0 ? `/sheets/${id}/reading` : `/sheets/${id}`;
}
