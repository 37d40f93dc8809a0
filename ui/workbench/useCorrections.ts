import { useCallback, useEffect, useRef } from 'react';
import { carryOver } from '@/core/recommend';
import { columnsInPlay } from '@/core/spec';
import type { ColumnProfile } from '@/core/inference';
import { App } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { api, type Sheet } from '../api';
import { ROLE_WORDS } from '../cards/cells';
import { sayAgain, stepOf, type Correct, type CorrectionStep } from '../cards/correcting';
import { useWorkStore, type Work } from './store';

/**
 * Corrections of columns as steps of undo: they stand in the history with the chart, and what the history takes back is
 * taken back in the sheet too.
 */
export function useCorrections(sheet: Sheet, size: Size): Correct {
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
      const { work, says } = await redrawn(store.getState(), next, column, size);
      done.current = steps;
      store.getState().set({ corrected: steps, ...work });
      if (says) void message.info(says, 6);
      return next;
    },
    [store, size, message],
  );
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * The open chart where a picked column is good for something else now: it is drawn anew from the same picks, with what its user
 * chose; or a sentence that says why it stays as it was. One step of undo with the correction.
 */
async function redrawn(
  { picks, spec, recommended }: Work,
  sheet: Sheet,
  column: ColumnProfile,
  { width, height }: Size,
): Promise<{ work?: Partial<Work>; says?: string }> {
  const now = sheet.columns.find(({ key }) => key === column.key);
  const role = now && now.role !== column.role;
  if (!spec || !now || !picks.includes(column.key) || !(role || (recommended && now.type !== column.type))) return {};
  const says = `“${now.name}” is ${now.role === 'amount' ? 'an' : 'a'} ${ROLE_WORDS[now.role]} now`;
  try {
    const [best] = await api.suggestions(sheet.id, [...picks], width, height);
    if (!best) return { says: `${says}; nothing can be drawn of these columns then, and the chart stays as it was.` };
    const next = carryOver(recommended ?? spec, spec, best.spec);
    const used = columnsInPlay(next).includes(column.key);
    return {
      work: { spec: next, recommended: best.spec },
      ...(used ? {} : { says: `${says}: this chart has no place for it, so it is left out.` }),
    };
  } catch (error) {
    const why = error instanceof Error ? ` ${error.message}` : '';
    return { says: `${says}, and the chart stays as it was.${why}` };
  }
}
