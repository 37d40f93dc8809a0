import { wordColor, type ChartModel } from '@/core/layout';

/** The values on the marks, each where it covers no other. */
export function ValueLabels({ model }: { model: ChartModel }) {
  const colors = new Map(model.series.map(({ id, color }) => [id, wordColor(color)]));
  const several = model.series.length > 1;
  return (
    <g className="values" pointerEvents="none">
      {(model.values ?? []).map(({ x, y, text, anchor, series }, i) => (
        <text
          key={i}
          x={x}
          y={y}
          dy="0.35em"
          textAnchor={anchor}
          fontSize={12}
          fill={several ? colors.get(series) : '#24302c'}
          stroke="#fffdf8"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {text}
        </text>
      ))}
    </g>
  );
}
