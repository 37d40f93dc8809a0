'use client';

import { useMemo } from 'react';
import { Bar, CartesianGrid, ComposedChart, Line, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';
import type { AcrossTick, ChartModel, ModelSeries, ScaleModel } from '@/core/layout';
import { sideAxis, type DrawingProps } from './drawing';
import { drawnData, type Stretch } from './data';
import { ReadAcross } from './ReadAcross';
import { symbolPath } from './symbols';

const DASHES = { solid: undefined, dashed: '7 5', dotted: '2 4' } as const;

/** Lines, columns and dots over time, cycles, groups and bins. */
export function GroupedDrawing({ model, small = false, width, height }: DrawingProps) {
  const { rows, stretches } = useMemo(() => drawnData(model), [model]);
  const banded =
    model.series.some((series) => series.shape !== 'line') ||
    model.across.values.length === 1 ||
    model.across.kind === 'group';
  const { plot } = model.size;
  const room = small
    ? { left: 2, top: 4, right: 2, bottom: 2 }
    : {
        left: plot.left,
        top: plot.top,
        right: width - plot.left - plot.width,
        bottom: height - plot.top - plot.height,
      };
  const { left, right } = model.scales;
  const firstScale = left ?? right;
  return (
    <ComposedChart
      width={width}
      height={height}
      data={rows}
      margin={{
        top: room.top,
        left: left && !small ? 0 : room.left,
        right: right && !small ? 0 : room.right,
        bottom: small ? room.bottom : 0,
      }}
      barCategoryGap={model.across.kind === 'bins' ? 1 : '16%'}
      barGap={1}
      accessibilityLayer={!small}
      tabIndex={small ? -1 : 0}
      style={{ outlineOffset: -2 }}
    >
      {!small && <CartesianGrid vertical={false} stroke="#ebe4d6" yAxisId={left ? 'left' : 'right'} />}
      <XAxis
        dataKey="i"
        type="category"
        scale={banded ? 'band' : 'point'}
        padding={small || banded ? undefined : { left: 0, right: 0 }}
        hide={small}
        height={small ? 0 : room.bottom}
        interval={0}
        ticks={model.across.ticks.map((tick) => tick.at)}
        tick={<AcrossLabel model={model} />}
        tickLine={banded ? false : { stroke: '#8d8674' }}
        axisLine={{ stroke: '#8d8674' }}
        allowDuplicatedCategory={false}
      />
      {(['left', 'right'] as const).map((side) => {
        const axis = sideAxis(model, side, small, room[side]);
        return axis && <YAxis key={side} {...axis} />;
      })}
      {!small && (
        <Tooltip
          content={<ReadAcross model={model} />}
          cursor={banded ? { fill: 'rgba(36, 48, 44, 0.06)' } : { stroke: '#24302c', strokeDasharray: '2 4' }}
          isAnimationActive={false}
          shared
        />
      )}
      {firstScale && crossesZero(firstScale) && (
        <ReferenceLine yAxisId={left ? 'left' : 'right'} y={0} stroke="#8d8674" />
      )}
      {stretches.map((stretch) => mark(stretch, small, model))}
    </ComposedChart>
  );
}

function crossesZero({ domain: [low, high] }: ScaleModel): boolean {
  return low < 0 && high > 0;
}

function mark({ key, series, alone }: Stretch, small: boolean, model: ChartModel) {
  const common = { dataKey: key, yAxisId: series.side, isAnimationActive: false, name: series.name } as const;
  if (series.shape === 'column')
    return (
      <Bar
        key={key}
        {...common}
        fill={series.color}
        stackId={series.stack ?? undefined}
        maxBarSize={small ? 20 : 64}
        activeBar={false}
      />
    );
  if (series.shape === 'dot')
    return (
      <Line
        key={key}
        {...common}
        stroke="none"
        dot={dotMark(series, small ? 2.5 : 5)}
        activeDot={false}
        legendType="none"
      />
    );
  const shown = alone || (series.points && !small);
  const many = model.across.values.length > 200;
  return (
    <Line
      key={key}
      {...common}
      type="linear"
      connectNulls
      stroke={series.color}
      strokeWidth={small ? 1.4 : many ? 1.5 : 2.2}
      strokeDasharray={DASHES[series.dash ?? 'solid']}
      strokeLinejoin="round"
      dot={shown ? { r: small ? 1.5 : 3, fill: series.color, stroke: 'none' } : false}
      activeDot={small ? false : { r: 4.5, fill: '#fffdf8', stroke: series.color, strokeWidth: 2 }}
    />
  );
}

/** The library hands a dot its place; the rest is ours. */
function dotMark(series: ModelSeries, r: number) {
  return function Dot({ cx, cy, index }: { cx?: number; cy?: number; index?: number }) {
    if (cx === undefined || cy === undefined || !Number.isFinite(cy)) return <g key={index} />;
    return (
      <path key={index} d={symbolPath(series.symbol, r)} transform={`translate(${cx},${cy})`} fill={series.color} />
    );
  };
}

/** The words under the axis: upright on two lines, or leaning. */
function AcrossLabel({
  x = 0,
  y = 0,
  payload,
  model,
}: {
  x?: number;
  y?: number;
  payload?: { value: number };
  model: ChartModel;
}) {
  const tick: AcrossTick | undefined = model.across.ticks.find((one) => one.at === payload?.value);
  if (!tick) return null;
  if (model.across.turned)
    return (
      <text
        transform={`translate(${x + 4},${Number(y) + 4}) rotate(-38)`}
        textAnchor="end"
        fontSize={12}
        fill="#5c615a"
      >
        {tick.label}
        <title>{model.across.labels[tick.at]}</title>
      </text>
    );
  return (
    <text x={x} y={y} textAnchor="middle" fontSize={12} fill="#5c615a">
      <tspan x={x} dy="0.9em">
        {tick.label}
      </tspan>
      {tick.under && (
        <tspan x={x} dy="1.3em" fontWeight={600} fill="#24302c">
          {tick.under}
        </tspan>
      )}
    </text>
  );
}
