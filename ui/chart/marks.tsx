import { Area, Line } from 'recharts';
import type { ChartModel, ModelSeries } from '@/core/layout';
import type { Stretch } from './data';
import { symbolPath } from './symbols';

const CURVES = { straight: 'linear', smooth: 'monotone', step: 'stepAfter' } as const;
const DASHES = { solid: undefined, dashed: '7 5', dotted: '2 4' } as const;
/** A target mark is as wide as all columns of its place. */
const FREE = 0.32;

/** What the drawing library draws for one stretch of a series. */
export function mark({ key, series, alone }: Stretch, small: boolean, model: ChartModel) {
  const axis = model.lying ? { xAxisId: series.side, yAxisId: 'places' } : { yAxisId: series.side };
  const common = { dataKey: key, ...axis, isAnimationActive: false, name: series.name } as const;
  switch (series.shape) {
    case 'column':
    case 'bar':
      return <Line key={key} {...common} stroke="none" dot={false} activeDot={false} legendType="none" />;
    case 'dot':
      return (
        <Line
          key={key}
          {...common}
          stroke="none"
          dot={dotMark(series, small ? 2.5 : (series.pointSize ?? 10) / 2)}
          activeDot={false}
          legendType="none"
        />
      );
    case 'target':
      return (
        <Line
          key={key}
          {...common}
          stroke="none"
          dot={targetMark(series, model, small)}
          activeDot={false}
          legendType="none"
        />
      );
    case 'area':
      return (
        <Area
          key={key}
          {...common}
          type={CURVES[series.curve ?? 'straight']}
          connectNulls={series.stack === undefined}
          stackId={series.stack ?? undefined}
          stroke={series.color}
          strokeWidth={small ? 1 : (series.width ?? 1.6)}
          strokeDasharray={DASHES[series.dash ?? 'solid']}
          fill={series.color}
          fillOpacity={series.clear === undefined ? (series.stack ? 0.82 : 0.28) : 1 - series.clear}
          dot={alone ? { r: small ? 1.5 : 3, fill: series.color, stroke: 'none' } : false}
          activeDot={false}
        />
      );
    default: {
      const shown = alone || (series.points && !small);
      const many = model.across.values.length > 200;
      return (
        <Line
          key={key}
          {...common}
          type={CURVES[series.curve ?? 'straight']}
          connectNulls
          stroke={series.color}
          strokeWidth={
            series.width && !small ? series.width : (small ? 1.4 : many ? 1.5 : 2.2) * (series.joins ? 0.8 : 1)
          }
          strokeOpacity={series.joins ? 0.75 : 1}
          strokeDasharray={DASHES[series.dash ?? 'solid']}
          strokeLinejoin="round"
          dot={shown ? { r: small ? 1.5 : (series.pointSize ?? 6) / 2, fill: series.color, stroke: 'none' } : false}
          activeDot={small ? false : { r: 4.5, fill: '#fffdf8', stroke: series.color, strokeWidth: 2 }}
        />
      );
    }
  }
}

interface At {
  cx?: number;
  cy?: number;
  index?: number;
}

/** The library hands a dot its place; the rest is ours. */
function dotMark(series: ModelSeries, r: number) {
  return function Dot({ cx, cy, index }: At) {
    if (cx === undefined || cy === undefined || !Number.isFinite(cy)) return <g key={index} />;
    return (
      <path key={index} d={symbolPath(series.symbol, r)} transform={`translate(${cx},${cy})`} fill={series.color} />
    );
  };
}

/** A thick stroke across the columns of a place (up and down across bars that lie), with a light edge so that it shows on them. */
function targetMark(series: ModelSeries, model: ChartModel, small: boolean) {
  const { width, height } = model.size.plot;
  const band = (model.lying ? height : width) / Math.max(model.across.values.length, 1);
  const half = Math.min((band * (1 - FREE)) / 2, small ? 8 : 38) + (small ? 0 : 3);
  const [long, thick] = [half * 2, small ? 2 : 4];
  return function Target({ cx, cy, index }: At) {
    if (cx === undefined || cy === undefined || !Number.isFinite(cy) || !Number.isFinite(cx)) return <g key={index} />;
    const box = model.lying
      ? { x: cx - thick / 2, y: cy - half, width: thick, height: long }
      : { x: cx - half, y: cy - thick / 2, width: long, height: thick };
    return <rect key={index} {...box} fill={series.color} stroke="#fffdf8" strokeWidth={small ? 0.5 : 1.5} rx={1} />;
  };
}
