import { useCallback, useEffect, useRef } from 'react';
import { App } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { api, type Sheet } from '../api';
import { sayAgain, stepOf, type Correct, type CorrectionStep } from '../cards/correcting';
import { useWorkStore } from './store';

/**
 * Corrections of columns as steps of undo: they stand in the history with the chart, and what the history takes back is
 * taken back in the sheet too.
 */
export function useCorrections(sheet: Sheet): Correct {
  const store = useWorkStore();
  const client = useQueryClient();
  const { message } = App.useApp();
  const done = useRef<readonly CorrectionStep[]>(store.getState().corrected ?? []);
  const waiting = useRef(Promise.resolve());
  const { id } = sheet;
  useEffect(
    () =>
      store.subscribe(({ corrected: wanted = [] }) => {
        const now = done.current;
        if (wanted === now) return;
        const same = now.findIndex((step, i) => step.id !== wanted[i]?.id);
        const from = same < 0 ? now.length : same;
        const changes = [
          ...now
            .slice(from)
            .reverse()
            .map(({ column, before }) => ({ column, what: before })),
          ...wanted.slice(from).map(({ column, after }) => ({ column, what: after })),
        ];
        done.current = wanted;
        // One after another: each is made of what the one before left.
        for (const { column, what } of changes)
          waiting.current = waiting.current
            .then(() => sayAgain(client, id, column, what))
            .then(
              () => undefined,
              (error: Error) => void message.error(error.message),
            );
      }),
    [store, client, id, message],
  );
  return useCallback(
    async (of, column, correction) => {
      const next = await api.correct(of.id, column.key, correction);
      const steps = [...(store.getState().corrected ?? []), stepOf(of, column, correction)];
      done.current = steps;
      store.getState().set({ corrected: steps });
      return next;
    },
    [store],
  );
}
