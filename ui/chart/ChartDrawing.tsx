'use client';

import { memo } from 'react';
import type { DrawingProps } from './drawing';
import { PanelsDrawing } from './PanelsDrawing';
import { PlotDrawing } from './PlotDrawing';

/** Draws a ChartModel. The large chart, suggestions and the desk all draw through here. */
export const ChartDrawing = memo(function ChartDrawing(props: DrawingProps) {
  return props.model.panels ? <PanelsDrawing {...props} /> : <PlotDrawing {...props} />;
});
