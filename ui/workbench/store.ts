import { createContext, useCallback, useContext } from 'react';
import { temporal, type TemporalState } from 'zundo';
import { createStore, useStore, type StoreApi } from 'zustand';
import { persist, type PersistStorage } from 'zustand/middleware';
import { fitLooking, type ChartSpec, type Columns } from '@/core/spec';
import type { CorrectionStep } from '../cards/correcting';
import type { History } from '../theme/useUndoKeys';
import { laterStorage, removeItem } from './later-storage';

/** The chart in work. */
export interface Work {
  /** Column keys in the order of picking. */
  picks: string[];
  spec?: ChartSpec;
  /** The chart as it was last recommended: what differs from it was changed by hand. */
  recommended?: ChartSpec;
  /** Corrections of columns that were made here, in order. */
  corrected?: readonly CorrectionStep[];
}

export interface WorkState extends Work {
  /** The chart as it was last saved, with its id and revision. */
  saved?: { id: string; revision: number; spec: ChartSpec; name?: string };
  /** The columns of the sheet: what a change leaves without a place goes by them. */
  columns?: Columns;
  /** One change, one step of undo. */
  set: (work: Partial<Work>) => void;
  edit: (change: (spec: ChartSpec) => ChartSpec) => void;
  setSaved: (saved: WorkState['saved']) => void;
}

const pickWork = ({ picks, spec, recommended, corrected }: WorkState): Work => ({
  picks,
  spec,
  recommended,
  corrected,
});
const same = (a: Work, b: Work) => JSON.stringify(a) === JSON.stringify(b);

type Temporal = TemporalState<Work>;
export type WorkStore = StoreApi<WorkState> & {
  temporal: StoreApi<Temporal> & { persist?: { setOptions: (options: { name: string }) => void } };
  persist: { setOptions: (options: { name: string }) => void };
};

const MOST_STEPS = 100;

/** Names under which the chart in work is kept in the browser. */
export const workKey = (of: { sheet: string } | { chart: string }) =>
  'chart' in of ? `up-chart:chart:${of.chart}` : `up-chart:new:${of.sheet}`;

/** The store of one workbench: kept in the browser with its history, so that a reload loses nothing. */
export function createWorkStore(key: string, initial: Work & Pick<WorkState, 'saved'>): WorkStore {
  const storage = laterStorage<unknown>();
  return createStore<WorkState>()(
    // What is written down lies around the history: undo and redo are written down as every other change is.
    persist(
      temporal(
        (set) => ({
          ...initial,
          set: (work) => set(work),
          edit: (change) =>
            set(({ spec, columns }) => {
              if (!spec) return {};
              const next = change(spec);
              return { spec: columns ? fitLooking(next, columns, spec) : next };
            }),
          setSaved: (saved) => set({ saved }),
        }),
        {
          partialize: pickWork,
          equality: same,
          limit: MOST_STEPS,
          wrapTemporal: (initializer) =>
            persist(initializer, {
              name: `${key}:history`,
              storage: storage as PersistStorage<Temporal>,
              partialize: ({ pastStates, futureStates }) => ({ pastStates, futureStates }) as unknown as Temporal,
            }),
        },
      ),
      {
        name: key,
        storage: storage as PersistStorage<Partial<WorkState>>,
        partialize: ({ picks, spec, recommended, corrected, saved }) => ({
          picks,
          spec,
          recommended,
          corrected,
          saved,
        }),
      },
    ),
  ) as unknown as WorkStore;
}

/** Lets a store go on under another name, as a new chart does when it is saved. */
export function renameWorkStore(store: WorkStore, from: string, to: string): void {
  store.persist.setOptions({ name: to });
  store.temporal.persist?.setOptions({ name: `${to}:history` });
  store.setState({}); // writes it down under the new name
  store.temporal.setState({});
  removeItem(from);
  removeItem(`${from}:history`);
}

const WorkContext = createContext<WorkStore | undefined>(undefined);
export const WorkProvider = WorkContext.Provider;

export function useWorkStore(): WorkStore {
  const store = useContext(WorkContext);
  if (!store) throw new Error('no workbench around this component');
  return store;
}

export function useWork<T>(select: (state: WorkState) => T): T {
  return useStore(useWorkStore(), select);
}

export function useHistory(): History {
  const { temporal: history } = useWorkStore();
  const canUndo = useStore(history, ({ pastStates }) => pastStates.length > 0);
  const canRedo = useStore(history, ({ futureStates }) => futureStates.length > 0);
  const undo = useCallback(() => history.getState().undo(), [history]);
  const redo = useCallback(() => history.getState().redo(), [history]);
  return { canUndo, canRedo, undo, redo };
}
