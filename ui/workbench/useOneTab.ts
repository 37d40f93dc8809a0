import { useCallback, useEffect, useState } from 'react';
import type { WorkStore } from './store';

/** Whose a chart in work is: this tab's, or another one's, which was first or took it over. */
export type Tab = 'mine' | 'elsewhere' | 'taken';

/**
 * One chart in work is kept by one tab. The lock of the browser says which; a tab that has it not keeps what is changed in
 * it under a name of its own, so that neither overwrites the other.
 */
export function useOneTab(store: WorkStore, key: string): { tab: Tab; takeOver: () => void } {
  const [tab, setTab] = useState<Tab>('mine');
  const hold = useCallback(
    (options: { ifAvailable?: boolean; steal?: boolean }) => {
      let release: (() => void) | undefined;
      let left = false;
      const keepAs = (name: string) => {
        store.persist.setOptions({ name });
        store.temporal.persist?.setOptions({ name: `${name}:history` });
      };
      navigator.locks
        .request(`${key}:open`, options, (lock) => {
          if (left) return undefined;
          if (!lock) {
            keepAs(`${key}:aside`);
            setTab('elsewhere');
            return undefined;
          }
          keepAs(key);
          setTab('mine');
          return new Promise<void>((resolve) => (release = resolve));
        })
        .catch(() => {
          // Another tab took the chart over.
          if (left) return;
          keepAs(`${key}:aside`);
          setTab('taken');
        });
      return () => {
        left = true;
        release?.();
      };
    },
    [store, key],
  );
  useEffect(() => ('locks' in navigator ? hold({ ifAvailable: true }) : undefined), [hold]);
  const takeOver = useCallback(() => {
    hold({ steal: true });
    // What is here is what goes on.
    store.setState({});
    store.temporal.setState({});
  }, [hold, store]);
  return { tab, takeOver };
}
