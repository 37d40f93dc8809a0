import { useState } from 'react';
import type { ChartSpec } from '@/core/spec';
import styles from './Workbench.module.css';
import { useWork, useWorkStore } from './store';

/** Says of a saved chart that was opened with changes of an earlier day that these are not saved yet, and leads back to what is. */
export function Draft({ picksOf }: { picksOf: (spec: ChartSpec) => string[] }) {
  const store = useWorkStore();
  const saved = useWork((state) => state.saved);
  const spec = useWork((state) => state.spec);
  const changed = saved !== undefined && spec !== undefined && JSON.stringify(saved.spec) !== JSON.stringify(spec);
  // What is changed from now on its maker sees being changed.
  const [opened] = useState(changed);
  const [told, setTold] = useState(false);
  // Saved, or taken back: what is changed after that is no draft of an earlier day.
  if (opened && !changed && !told) setTold(true);
  if (!opened || !changed || told) return null;
  const back = () => store.getState().set({ picks: picksOf(saved.spec), spec: saved.spec, recommended: saved.spec });
  return (
    <p className={styles.draft} role="status">
      You changed this chart here after it was last saved. The changes are not saved yet.
      <button type="button" className="action" onClick={back}>
        Back to the saved chart
      </button>
      <button type="button" className="action" onClick={() => setTold(true)}>
        Go on with them
      </button>
    </p>
  );
}
