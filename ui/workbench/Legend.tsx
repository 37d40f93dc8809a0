import { LEGEND_FACE, MARK_ROOM, type ChartModel, type LegendEntry, type Placed } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { faceCss } from '../chart/letters';
import { partOfSeries, type ChartPart } from '../chart/part';
import styles from './ChartPane.module.css';
import { SeriesName } from './SeriesName';

interface Props {
  entries: readonly Placed<LegendEntry>[];
  model: ChartModel;
  spec: ChartSpec;
  onOpen: (part: ChartPart) => void;
}

const WORDS = faceCss(LEGEND_FACE);

/** What lies over a drawn legend: a mark opens its layer's card, a name is rewritten in place. */
export function Legend({ entries, model, spec, onOpen }: Props) {
  if (entries.length === 0) return null;
  const series = new Map(model.series.map((one) => [one.id, one]));
  return (
    <ul className={styles.legend} aria-label="Legend">
      {entries.map((entry, i) => {
        const { left, top, width } = entry;
        const own = entry.is === 'series' ? series.get(entry.id) : undefined;
        const part: ChartPart | undefined = own
          ? partOfSeries(own)
          : entry.is === 'trend'
            ? { is: 'trend', id: entry.id }
            : undefined;
        return (
          <li key={i} style={{ left, top, width }}>
            {part && (
              <button
                type="button"
                className={styles.swatch}
                style={{ width: MARK_ROOM }}
                onClick={() => onOpen(part)}
                aria-label={`Settings of ${entry.name}`}
              />
            )}
            {own ? (
              <SeriesName series={own} spec={spec} className={styles.ghost} style={WORDS} />
            ) : (
              <span className={styles.unseen} style={WORDS}>
                {entry.is === 'run' ? `${entry.name} ${entry.low} ${entry.high}` : entry.name}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
