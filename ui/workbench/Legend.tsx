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
  if (model.naming !== 'legend') return null;
  // Small copies name what is alike once.
  const listed = model.series.filter(
    (series, i) => model.series.findIndex((one) => (one.like ?? one.id) === (series.like ?? series.id)) === i,
  );
  const twoScales = model.scales.left && model.scales.right;
  return (
    <ul className={styles.legend} aria-label="Legend">
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
    </ul>
  );
}
