import { readingsAt, writeRound, type ChartModel } from '@/core/layout';
import { HoverBox } from './HoverBox';
import styles from './ReadAcross.module.css';
import { Mark } from './symbols';

const MOST = 14;
const MOST_BESIDE = 4;

/** The values of all series at one place, shown together. The library hands in the place under the pointer or the arrow keys. */
export function ReadAcross({
  active,
  label,
  coordinate,
  model,
  copy,
}: {
  active?: boolean;
  label?: string | number;
  coordinate?: { x?: number; y?: number };
  model: ChartModel;
  /** It is read in a small copy. */
  copy?: boolean;
}) {
  const at = Number(label);
  if (!active || label === undefined || !(at in model.across.labels)) return null;
  const here = readingsAt(model, at);
  const shown =
    here.length > MOST
      ? [...here].sort((a, b) => (b.value ?? -Infinity) - (a.value ?? -Infinity)).slice(0, MOST)
      : here;
  const beyond = at >= model.across.values.length - (model.across.ahead ?? 0);
  const beside = besideWords(model, at);
  const shares = shown.some(({ share }) => share !== undefined);
  const changes = shown.some(({ change }) => change !== undefined);
  return (
    <HoverBox coordinate={coordinate} copy={copy}>
      <strong>{model.across.labels[at]}</strong>
      {beyond && <p className={styles.more}>carried on, not measured</p>}
      <table className={styles.list}>
        <tbody>
          {shown.map(({ series, words, share, change }) => (
            <tr key={series.id}>
              <th scope="row">
                <Mark name={series.symbol} color={series.color} shape={series.shape} dash={series.dash} />
                {series.name}
              </th>
              <td>{words ?? (beyond ? '–' : 'no rows')}</td>
              {shares && <td className={styles.more}>{share}</td>}
              {changes && <td className={styles.more}>{change}</td>}
            </tr>
          ))}
          {model.trends?.map((trend, i) => {
            const value = trend.values[at] ?? null;
            if (value === null || i >= MOST) return null;
            const [low, high] = [trend.low?.[at] ?? null, trend.high?.[at] ?? null];
            const write = (one: number) => writeRound(one, model.scales[trend.side]?.unit, model.look?.locale);
            return (
              <tr key={`${trend.id} ${trend.of}`}>
                <th scope="row">
                  <Mark name="circle" color={trend.color} shape="line" dash={trend.dash} />
                  {trend.name}
                </th>
                <td>
                  {write(value)}
                  {low !== null && high !== null && (
                    <span className={styles.more}>
                      {' '}
                      ({write(low)} to {write(high)})
                    </span>
                  )}
                </td>
                {shares && <td />}
                {changes && <td />}
              </tr>
            );
          })}
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
      {beside.map((words, i) => (
        <p key={i} className={styles.more}>
          {words}
        </p>
      ))}
      {here.length > shown.length && <p className={styles.more}>and {here.length - shown.length} more</p>}
    </HoverBox>
  );
}

/** The names of references that stand at a place, and the remarks on it. */
function besideWords({ references = [], remarks = [] }: ChartModel, at: number): string[] {
  const named = references.flatMap(({ at: stands, label }) =>
    stands && stands.from <= at && at <= stands.to ? [label] : [],
  );
  const noted = remarks.flatMap((one) =>
    one.at === at ? [`${one.number} ${[one.strong, one.text].filter(Boolean).join(' ')}`] : [],
  );
  const all = [...new Set(named), ...noted];
  return all.length > MOST_BESIDE ? [...all.slice(0, MOST_BESIDE), `and ${all.length - MOST_BESIDE} more`] : all;
}
