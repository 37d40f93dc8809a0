import type { ChartModel } from '@/core/layout';
import styles from './ReadAcross.module.css';
import { Mark } from './symbols';

const MOST = 14;

/** The values of all series at one place, shown together. The library hands in the place under the pointer or the arrow keys. */
export function ReadAcross({ active, label, model }: { active?: boolean; label?: string | number; model: ChartModel }) {
  const at = Number(label);
  if (!active || label === undefined || !(at in model.across.labels)) return null;
  const here = model.series.map((series) => ({ series, value: series.values[at], words: series.labels[at] }));
  const shown =
    here.length > MOST
      ? [...here].sort((a, b) => (b.value ?? -Infinity) - (a.value ?? -Infinity)).slice(0, MOST)
      : here;
  return (
    <div className={styles.box}>
      <strong>{model.across.labels[at]}</strong>
      <dl className={styles.list}>
        {shown.map(({ series, words }) => (
          <div key={series.id}>
            <dt>
              <Mark name={series.symbol} color={series.color} shape={series.shape} dash={series.dash} />
              {series.name}
            </dt>
            <dd>{words ?? 'no rows'}</dd>
          </div>
        ))}
        {here.length > shown.length && (
          <div className={styles.more}>
            <dt>and {here.length - shown.length} more</dt>
          </div>
        )}
      </dl>
    </div>
  );
}
