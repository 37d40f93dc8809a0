import { inksOn, wordColor, type ChartModel } from '@/core/layout';
import type { ChartPart } from './part';

/** The values on the marks, each where it covers no other. */
export function ValueLabels({ model, onPart }: { model: ChartModel; onPart?: (part: ChartPart) => void }) {
  const colors = new Map(model.series.map(({ id, color }) => [id, wordColor(color, model.look?.ground)]));
  const { ink } = inksOn(model.look?.ground);
  const layers = new Map(model.series.map(({ id, layer }) => [id, layer]));
  const several = model.series.length > 1;
  return (
    <g className="values" pointerEvents={onPart ? undefined : 'none'}>
      {(model.values ?? []).map(({ x, y, text, anchor, series, color }, i) => (
        <text
          key={i}
          x={x}
          y={y}
          dy="0.35em"
          textAnchor={anchor}
          fontSize={12}
          fill={color ?? (several ? colors.get(series) : ink)}
          stroke={color === undefined ? (model.look?.ground ?? '#fffdf8') : 'none'}
          strokeWidth={3}
          paintOrder="stroke"
          style={onPart ? { cursor: 'pointer' } : undefined}
          onClick={
            onPart &&
            ((event) => {
              event.stopPropagation();
              onPart({ is: 'layer', id: layers.get(series) ?? '' });
            })
          }
        >
          {text}
        </text>
      ))}
    </g>
  );
}
