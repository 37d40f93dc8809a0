'use client';

import { useState } from 'react';
import { Button, Drawer, Spin } from 'antd';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { isNumeric } from '@/core/inference';
import { writeValue, type ChartModel } from '@/core/layout';
import { layerUnit, layerWords, placeWords, type ChartSpec, type PlacedPoint, type Sources } from '@/core/spec';
import { api, download } from '../../api';
import { cellWords } from '../../cards/cells';
import styles from './RowsBehind.module.css';

const PAGE = 200;

interface Props {
  point: PlacedPoint;
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  onClose: () => void;
}

/** The rows that make a point, with all their columns, how many they are and what they come to. */
export function RowsBehind({ point, model, spec, sources, onClose }: Props) {
  const [limit, setLimit] = useState(PAGE);
  const found = useQuery({
    queryKey: ['rows behind', spec, point, limit],
    queryFn: ({ signal }) => api.rowsBehind(spec, point, limit, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const series = model.series.find(({ id }) => id === point.series);
  const layer = spec.layers.find(({ id }) => id === series?.layer) ?? spec.layers[0];
  const place = placeWords(spec, point);
  const title = series && model.series.length > 1 ? `${series.name}, ${place}` : place;
  const amount = found.data?.amount;
  const save = async () => download(await api.rowsBehindCsv(spec, point), `Rows behind ${title}.csv`);
  return (
    <Drawer
      open
      mask={false}
      placement="bottom"
      size={320}
      onClose={onClose}
      title={`Rows behind ${title}`}
      extra={
        <Button size="small" onClick={() => void save()} disabled={!found.data}>
          Save as CSV
        </Button>
      }
    >
      {found.error && (
        <p role="alert" className={styles.trouble}>
          {found.error.message}
        </p>
      )}
      {!found.data && !found.error && <Spin size="small" />}
      {found.data && (
        <>
          <p className={styles.sum}>
            <strong>{found.data.total.toLocaleString('en-GB')}</strong> {found.data.total === 1 ? 'row' : 'rows'}
            {amount !== null && amount !== undefined && (
              <>
                {' · '}
                {layerWords({ ...layer, then: undefined }, sources)}{' '}
                <strong>
                  {writeValue(amount, layerUnit({ ...layer, then: undefined }, sources), undefined, spec.look?.locale)}
                </strong>
              </>
            )}
          </p>
          <div className={styles.scroll} tabIndex={0} role="region" aria-label="Rows behind">
            <table>
              <thead>
                <tr>
                  {found.data.columns.map((column) => (
                    <th key={column.key} scope="col" className={isNumeric(column) ? styles.number : undefined}>
                      {column.name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {found.data.rows.map((row, r) => (
                  <tr key={r}>
                    {row.map((cell, c) => (
                      <td key={c} className={isNumeric(found.data.columns[c]) ? styles.number : undefined}>
                        {cellWords(cell, found.data.columns[c])}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
            {found.data.rows.length < found.data.total && found.data.rows.length < 1000 && (
              <button type="button" className="action" onClick={() => setLimit(Math.min(limit + PAGE, 1000))}>
                Show more
              </button>
            )}
            {found.data.rows.length >= 1000 && (
              <p className="second">The first 1,000 are shown. Save as CSV to have them all.</p>
            )}
          </div>
        </>
      )}
    </Drawer>
  );
}
