import { readingsAt, type ChartModel } from '@/core/layout';
import styles from './ReadAcross.module.css';
import { Mark } from './symbols';

const MOST = 14;

/** The values of all series at one place, shown together. The library hands in the place under the pointer or the arrow keys. */
export function ReadAcross({ active, label, model }: { active?: boolean; label?: string | number; model: ChartModel }) {
  const at = Number(label);
  if (!active || label === undefined || !(at in model.across.labels)) return null;
  const here = readingsAt(model, at);
  const shown =
    here.length > MOST
      ? [...here].sort((a, b) => (b.value ?? -Infinity) - (a.value ?? -Infinity)).slice(0, MOST)
      : here;
  const shares = shown.some(({ share }) => share !== undefined);
  const changes = shown.some(({ change }) => change !== undefined);
  return (
    <div className={styles.box}>
      <strong>{model.across.labels[at]}</strong>
      <table className={styles.list}>
        <tbody>
          {shown.map(({ series, words, share, change }) => (
            <tr key={series.id}>
              <th scope="row">
                <Mark name={series.symbol} color={series.color} shape={series.shape} dash={series.dash} />
                {series.name}
              </th>
              <td>{words ?? 'no rows'}</td>
              {shares && <td className={styles.more}>{share}</td>}
              {changes && <td className={styles.more}>{change}</td>}
            </tr>
          ))}
          {model.further?.map(({ name, labels }) => (
            <tr key={name} className={styles.further}>
              <th scope="row">{name}</th>
              <td>{labels[at] ?? '–'}</td>
              {shares && <td />}
              {changes && <td />}
            </tr>
          ))}
        </tbody>
        {(shares || changes) && (
          <tfoot>
            <tr>
              <th />
              <td />
              {shares && <td>of all</td>}
              {changes && <td>change</td>}
            </tr>
          </tfoot>
        )}
      </table>
      {here.length > shown.length && <p className={styles.more}>and {here.length - shown.length} more</p>}
    </div>
  );
}
