'use client';

import { memo, useMemo } from 'react';
import { inView } from '@/core/layout';
import type { DrawingProps } from './drawing';
import { PanelsDrawing } from './PanelsDrawing';
import { PlotDrawing } from './PlotDrawing';

/** Draws a ChartModel. The large chart, suggestions and the desk all draw through here. */
export const ChartDrawing = memo(function ChartDrawing(props: DrawingProps) {
  const model = useMemo(() => inView(props.model), [props.model]);
  return model.panels ? <PanelsDrawing {...props} model={model} /> : <PlotDrawing {...props} model={model} />;
});
