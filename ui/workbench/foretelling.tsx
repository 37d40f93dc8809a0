import { createContext, useCallback, useContext, useMemo } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { otherSheets, type ChartSpec } from '@/core/spec';
import type { Sheet } from '../api';
import { drawHeld } from './chart-worker';
import { useWorkStore } from './store';
import { previewKey, type DrawnChart, type Size } from './useChart';

type Change = (spec: ChartSpec) => ChartSpec;
/** Draws what each change would come to; the answer gives it up. */
type Foretell = (changes: readonly Change[]) => () => void;

const Foretelling = createContext<Foretell>(() => () => undefined);
export const ForetellingProvider = Foretelling.Provider;
export const useForetelling = () => useContext(Foretelling);

/** Where one drawing takes longer than this, drawing ahead would keep the worker from what is asked of it. */
const LONGEST_MS = 60;
const MOST = 30;

/**
 * While a menu is open, the charts of its choices are drawn by the worker, out of grains that are held, so that the one
 * that is chosen shows at once. Nothing is asked of the server.
 */
export function useForetell(sheet: Sheet, others: readonly Sheet[], size: Size): Foretell {
  const client = useQueryClient();
  const store = useWorkStore();
  const draw = useCallback(
    async (changes: readonly Change[], wanted: () => boolean) => {
      const { spec } = store.getState();
      if (!spec || size.width === 0) return;
      for (const change of changes.slice(0, MOST)) {
        const next = changed(spec, change);
        if (!next || otherSheets(next).length !== others.length) continue;
        const queryKey = previewKey(next, sheet, others, size);
        if (client.getQueryData(queryKey) !== undefined) continue;
        const begun = performance.now();
        const model = await drawHeld(next, sheet, others, size);
        if (!wanted()) return;
        if (model) client.setQueryData<DrawnChart>(queryKey, { spec: next, model });
        if (performance.now() - begun > LONGEST_MS) return;
      }
    },
    [client, store, sheet, others, size],
  );
  return useMemo(
    () => (changes) => {
      let wanted = true;
      void draw(changes, () => wanted).catch(() => undefined);
      return () => {
        wanted = false;
      };
    },
    [draw],
  );
}

/** Some changes cannot be made of every chart; the menu says so when they are chosen. */
function changed(spec: ChartSpec, change: Change): ChartSpec | undefined {
  try {
    return change(spec);
  } catch {
    return undefined;
  }
}
