'use client';

import { memo, useMemo } from 'react';
import { inksOn } from '@/core/layout';
import type { DrawingProps } from './drawing';
import { FigureDrawing } from './FigureDrawing';
import { GroupedDrawing } from './GroupedDrawing';
import { PieDrawing } from './PieDrawing';
import { ScatterDrawing } from './ScatterDrawing';

/** One chart in one plot. */
export const PlotDrawing = memo(function PlotDrawing(props: DrawingProps) {
  const { model } = props;
  const empty = useMemo(
    () =>
      model.points
        ? model.points.length === 0
        : model.series.every((series) => series.values.every((value) => value === null)),
    [model],
  );
  if (empty) return props.small ? null : <EmptyDrawing {...props} />;
  const { drawing } = model;
  switch (drawing.is) {
    case 'figure':
      return <FigureDrawing {...props} figure={drawing.figure} />;
    case 'pie':
      return <PieDrawing {...props} slices={drawing.slices} hole={drawing.hole} />;
    case 'scatter':
      return <ScatterDrawing {...props} />;
    case 'plot':
      return <GroupedDrawing {...props} />;
    case 'panels':
      return null;
  }
});

function EmptyDrawing({ model, width, height }: DrawingProps) {
  return (
    <svg width={width} height={height} style={{ display: 'block' }}>
      <text x={width / 2} y={height / 2} textAnchor="middle" fontSize={14} fill={inksOn(model.look?.ground).ink2}>
        There is nothing to draw.
      </text>
    </svg>
  );
}
