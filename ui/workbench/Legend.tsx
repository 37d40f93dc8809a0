import type { ChartModel } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { partOfSeries, type ChartPart } from '../chart/part';
import { Mark } from '../chart/symbols';
import styles from './ChartPane.module.css';
import { SeriesName } from './SeriesName';

/** More names than these may not all be in sight. */
const MANY = 10;

/** The names of the series, where they do not stand at the lines' ends. A mark opens its layer's card, a name is rewritten in place. */
export function Legend({
  model,
  spec,
  onOpen,
}: {
  model: ChartModel;
  spec: ChartSpec;
  onOpen: (part: ChartPart) => void;
}) {
  // A trend of each series is named once.
  const trends = [...new Map((model.trends ?? []).map((trend) => [trend.id, trend])).values()];
  const many = new Set((model.trends ?? []).map(({ of }) => of)).size > 1;
  const keys = model.colorKeys ?? [];
  if (model.naming !== 'legend' && trends.length === 0 && keys.length === 0) return null;
  // Small copies name what is alike once.
  const listed = (model.naming === 'legend' ? model.series : []).filter(
    (series, i) => model.series.findIndex((one) => (one.like ?? one.id) === (series.like ?? series.id)) === i,
  );
  const twoScales = model.scales.left && model.scales.right;
  return (
    <ul className={styles.legend} aria-label="Legend" data-inline={model.naming === 'legend' ? undefined : ''}>
      {listed.length > MANY && <li className="second">{listed.length} in all:</li>}
      {listed.map((series) => (
        <li key={series.id}>
          <button
            type="button"
            className={styles.swatch}
            onClick={() => onOpen(partOfSeries(series))}
            aria-label={`Settings of ${series.name}`}
          >
            <Mark name={series.symbol} color={series.color} shape={series.shape} dash={series.dash} />
          </button>
          <SeriesName series={series} spec={spec} />
          {twoScales && <span className="second">{series.side}</span>}
        </li>
      ))}
      {trends.slice(0, MANY).map((trend) => (
        <li key={`${trend.id} ${trend.of}`}>
          <button
            type="button"
            className={styles.swatch}
            onClick={() => onOpen({ is: 'trend', id: trend.id })}
            aria-label={`Settings of ${trend.name}`}
          >
            <Mark name="circle" color={many ? '#8d8674' : trend.color} shape="line" dash={trend.dash} />
          </button>
          <span>{many ? trend.name.split(',')[0] : trend.name}</span>
        </li>
      ))}
      {keys.map((key) => (
        <li key={key.layer} className={styles.colorKey}>
          {key.colors && (
            <>
              <span>{key.name}</span>
              <span>{key.low}</span>
              <i style={{ background: `linear-gradient(90deg, ${key.colors.join(', ')})` }} aria-hidden />
              <span>{key.high}</span>
            </>
          )}
          {key.when?.map(({ color, words }) => (
            <span key={words}>
              <i className={styles.chip} style={{ background: color }} aria-hidden /> {words}
            </span>
          ))}
        </li>
      ))}
    </ul>
  );
}
