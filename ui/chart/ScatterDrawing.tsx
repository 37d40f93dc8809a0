'use client';

import { line } from 'd3-shape';
import { useMemo, type MouseEvent } from 'react';
import { CartesianGrid, Scatter, ScatterChart, Tooltip, XAxis, YAxis } from 'recharts';
import type { Locale } from '@/core/calendar';
import { alongScale, inksOn, lineThrough, writeValue, type ChartModel, type ModelSeries } from '@/core/layout';
import { clickedAt, roomOf, scaleOf, sideAxis, type DrawingProps } from './drawing';
import { tickStyle } from './letters';
import { EnterDot } from './EnterPoint';
import { GridHits } from './GridHits';
import { HoverBox } from './HoverBox';
import { OverMarks, UnderMarks } from './Overlay';
import tip from './ReadAcross.module.css';
import { symbolPath } from './symbols';

interface Point {
  x: number;
  y: number;
  count: number;
}

/** Dots over two amounts. Where several rows share a place the dot grows with their number. */
export function ScatterDrawing({ model, small = false, width, height, copy, onDot, onPart }: DrawingProps) {
  const bySeries = useMemo(
    () =>
      model.series.map((series) => ({
        series,
        points: (model.points ?? []).flatMap((point, at) => (point.series === series.id ? [{ ...point, at }] : [])),
      })),
    [model],
  );
  const room = small ? { left: 3, top: 4, right: 3, bottom: 3 } : roomOf({ model, width, height });
  const { left, right, across } = model.scales;
  const many = (model.points?.length ?? 0) > 600;
  if (!across) return null;
  const plot = {
    left: room.left,
    top: room.top,
    width: width - room.left - room.right,
    height: height - room.top - room.bottom,
  };
  return (
    <ScatterChart
      width={width}
      height={height}
      margin={{
        top: room.top,
        left: left && !small ? 0 : room.left,
        right: right && !small ? 0 : room.right,
        bottom: small ? room.bottom : 0,
      }}
      accessibilityLayer={!small}
      tabIndex={small ? -1 : 0}
      {...(onPart && !small ? { onClick: () => onPart({ is: 'look' }) } : {})}
    >
      {!small && <CartesianGrid stroke={inksOn(model.look?.ground).grid} yAxisId={left ? 'left' : 'right'} />}
      <XAxis
        dataKey="x"
        type="number"
        {...scaleOf(across)}
        ticks={across.ticks}
        interval={0}
        hide={small}
        height={small ? 0 : room.bottom}
        tick={tickStyle(model.look)}
        tickFormatter={(value: number) => across.labels[across.ticks.indexOf(value)] ?? ''}
        tickLine={false}
        axisLine={{ stroke: inksOn(model.look?.ground).rule }}
      />
      {(['left', 'right'] as const).map((side) => {
        const axis = sideAxis(model, side, small, room[side]);
        return axis && <YAxis key={side} {...axis} dataKey="y" />;
      })}
      {!small && (
        <Tooltip
          content={
            <PointWords
              copy={copy}
              acrossTitle={model.across.title}
              acrossUnit={across.unit}
              locale={model.look?.locale}
              series={model.series}
              left={left}
              right={right}
            />
          }
          isAnimationActive={false}
          cursor={{ stroke: inksOn(model.look?.ground).ink, strokeDasharray: '2 4' }}
        />
      )}
      {!small && onDot && <EnterDot onDot={onDot} />}
      {!small && onPart && <GridHits model={model} onPart={onPart} />}
      <UnderMarks model={model} plot={plot} small={small} />
      <Lines model={model} box={{ ...room, width, height }} small={small} />
      {bySeries.map(({ series, points }) => (
        <Scatter
          key={series.id}
          name={series.id}
          data={points}
          yAxisId={series.side}
          isAnimationActive={false}
          {...(onDot && !small
            ? {
                cursor: 'pointer',
                onClick: (_: unknown, i: number, event: MouseEvent) => {
                  event.stopPropagation();
                  onDot(points[i].at, spotOf(event));
                },
              }
            : {})}
          shape={pointMark(series, series.shape === 'line' ? (small ? 0.8 : 2.6) : small ? 1.8 : many ? 3 : 4.2)}
        />
      ))}
      <OverMarks model={model} plot={plot} small={small} onPart={small ? undefined : onPart} />
    </ScatterChart>
  );
}

/** Where in the drawing a dot was clicked. */
function spotOf(event: MouseEvent): { x: number; y: number } {
  return clickedAt({
    currentTarget: (event.target as Element).closest('.recharts-wrapper'),
    clientX: event.clientX,
    clientY: event.clientY,
  });
}

/** Lines through the dots of the series that are drawn so, from left to right; where several share a place, through their middle. */
function Lines({
  model,
  box,
  small,
}: {
  model: ChartModel;
  box: { left: number; top: number; right: number; bottom: number; width: number; height: number };
  small: boolean;
}) {
  const { across } = model.scales;
  if (!across) return null;
  const [w, h] = [box.width - box.left - box.right, box.height - box.top - box.bottom];
  return (
    <g pointerEvents="none">
      {lineThrough(model).map(({ series, points }) => {
        const scale = model.scales[series.side];
        if (!scale) return null;
        const d = line<{ x: number; y: number }>(
          ({ x }) => box.left + alongScale(x, across.domain, across.kind) * w,
          ({ y }) => box.top + (1 - alongScale(y, scale.domain, scale.kind)) * h,
        ).digits(2)([...points]);
        return (
          <path
            key={series.id}
            d={d ?? ''}
            fill="none"
            stroke={series.color}
            strokeWidth={small ? 1.4 : (series.width ?? 2.2)}
            strokeLinejoin="round"
            data-mark="line"
          />
        );
      })}
    </g>
  );
}

function pointMark(series: ModelSeries, r: number) {
  return function PointMark({ cx, cy, payload }: { cx?: number; cy?: number; payload?: Point }) {
    if (cx === undefined || cy === undefined) return <g />;
    return (
      <path
        d={symbolPath(series.symbol, r * Math.min(3, Math.sqrt(1 + 0.35 * ((payload?.count ?? 1) - 1))))}
        transform={`translate(${cx},${cy})`}
        fill={series.color}
        fillOpacity={0.72}
      />
    );
  };
}

interface PointWordsProps {
  active?: boolean;
  coordinate?: { x?: number; y?: number };
  copy?: boolean;
  payload?: readonly { name?: string; payload?: Point & { series: string } }[];
  acrossTitle: string;
  acrossUnit?: string;
  locale?: Locale;
  series: ModelSeries[];
  left?: { title: string; unit?: string };
  right?: { title: string; unit?: string };
}

function PointWords({
  active,
  payload,
  coordinate,
  copy,
  acrossTitle,
  acrossUnit,
  series,
  left,
  right,
  locale,
}: PointWordsProps) {
  const point = payload?.[0]?.payload;
  if (!active || !point) return null;
  const own = series.find((one) => one.id === point.series);
  const scale = own?.side === 'right' ? right : left;
  return (
    <HoverBox coordinate={coordinate} copy={copy}>
      {series.length > 1 && own && <strong>{own.name}</strong>}
      <table className={tip.list}>
        <tbody>
          <Line words={acrossTitle}>{writeValue(point.x, acrossUnit, undefined, locale)}</Line>
          <Line words={scale?.title ?? ''}>{writeValue(point.y, scale?.unit, undefined, locale)}</Line>
          {point.count > 1 && <Line words="Rows">{point.count.toLocaleString('en-GB')}</Line>}
        </tbody>
      </table>
    </HoverBox>
  );
}

function Line({ words, children }: { words: string; children: string }) {
  return (
    <tr>
      <th scope="row">{words}</th>
      <td>{children}</td>
    </tr>
  );
}
