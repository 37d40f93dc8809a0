import { inksOn, isLying, type AcrossTick, type ChartModel } from '@/core/layout';
import { tickStyle } from './letters';

interface Props {
  x?: number;
  y?: number;
  payload?: { value: number };
  model: ChartModel;
}

/** The words of a place: under the axis upright on two lines or leaning, beside bars that lie at the end of their line. */
export function AcrossLabel({ x = 0, y = 0, payload, model }: Props) {
  const tick: AcrossTick | undefined = model.across.ticks.find((one) => one.at === payload?.value);
  if (!tick) return null;
  const whole = model.across.labels[tick.at];
  const style = tickStyle(model.look);
  if (isLying(model))
    return (
      <text
        x={x - 2}
        y={y}
        dy="0.35em"
        textAnchor="end"
        {...style}
        fill={model.look?.axisLetters?.color ?? inksOn(model.look?.ground).ink}
      >
        {tick.label}
        {whole !== tick.label && <title>{whole}</title>}
      </text>
    );
  if (model.across.turned)
    return (
      <text
        transform={`translate(${x + 4},${Number(y) + 4}) rotate(${model.across.angle ?? -38})`}
        textAnchor="end"
        {...style}
      >
        {tick.label}
        <title>{whole}</title>
      </text>
    );
  return (
    <text x={x} y={y} textAnchor="middle" {...style}>
      <tspan x={x} dy="0.9em">
        {tick.label}
      </tspan>
      {tick.under && (
        <tspan
          x={x}
          dy="1.3em"
          fontWeight={600}
          fill={model.look?.axisLetters?.color ?? inksOn(model.look?.ground).ink}
        >
          {tick.under}
        </tspan>
      )}
    </text>
  );
}
