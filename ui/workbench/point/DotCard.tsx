'use client';

import { useState } from 'react';
import { Button } from 'antd';
import { writeValue, type ChartModel } from '@/core/layout';
import { setAside, type PlacedPoint } from '@/core/spec';
import { Card, SelectField } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { useWork } from '../store';

interface Props {
  model: ChartModel;
  /** The dot that was clicked, by its place among the points; without it the user chooses one. */
  dot?: number;
  onRows: (point: PlacedPoint) => void;
  onDone: () => void;
}

/** What can be done with a dot of a scatter: see its rows, set it aside. */
export function DotCard({ model, dot: clicked, onRows, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const [dot, setDot] = useState(clicked ?? 0);
  const points = model.points ?? [];
  const point = points[dot];
  if (!point) return null;
  const merged = model.checks.some(({ id }) => id === 'merged-points');
  const placed = { across: point.x, series: point.series, up: point.y };
  return (
    <Card name="A dot" title={wordsOf(model, dot)}>
      {clicked === undefined && (
        <SelectField
          label="Dot"
          search
          value={dot}
          onChange={setDot}
          options={points.map((_, i) => ({ value: i, label: wordsOf(model, i) }))}
        />
      )}
      {merged ? (
        <p className={styles.facts}>
          {point.count.toLocaleString('en-GB')} rows that lie near each other are drawn as this dot. Show only some rows
          to see them apart.
        </p>
      ) : (
        <div className={styles.stack}>
          <Button
            size="small"
            onClick={() => {
              onRows(placed);
              onDone();
            }}
          >
            Rows behind
          </Button>
          <Button
            size="small"
            onClick={() => {
              edit((now) => setAside(now, placed));
              onDone();
            }}
          >
            Set aside
          </Button>
        </div>
      )}
    </Card>
  );
}

/** A dot by its numbers, and its series where there are several. */
function wordsOf({ points = [], series, scales, look }: ChartModel, at: number): string {
  const { x, y, series: id } = points[at];
  const own = series.find((one) => one.id === id);
  const numbers = `${writeValue(x, scales.across?.unit, undefined, look?.locale)} and ${writeValue(y, scales[own?.side ?? 'left']?.unit, undefined, look?.locale)}`;
  return series.length > 1 && own ? `${own.name}: ${numbers}` : numbers;
}
