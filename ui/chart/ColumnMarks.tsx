import { useMemo } from 'react';
import { usePlotArea } from 'recharts';
import { WIDEST, type ChartModel } from '@/core/layout';
import { columnPaths } from './columns';

/** The columns of a chart, drawn into the plot of the library's chart around them. */
export function ColumnMarks({ model, small }: { model: ChartModel; small: boolean }) {
  const area = usePlotArea();
  const paths = useMemo(
    () =>
      area
        ? columnPaths(model, { left: area.x, top: area.y, width: area.width, height: area.height }, small ? 20 : WIDEST)
        : [],
    [area, model, small],
  );
  return (
    <g className="columns">
      {paths.map(({ series, d }) => (
        <path
          key={series.id}
          d={d}
          fill={series.color}
          fillOpacity={series.clear === undefined ? undefined : 1 - series.clear}
          data-series={series.id}
        />
      ))}
    </g>
  );
}
