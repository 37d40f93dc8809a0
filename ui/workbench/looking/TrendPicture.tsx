import { line } from 'd3-shape';
import type { ChartModel } from '@/core/layout';

interface Props {
  /** The series in pale, and the trend over it. */
  model: ChartModel;
  series: string;
  values: readonly (number | null)[];
  curve?: readonly { x: number; y: number }[];
  color: string;
  width?: number;
  height?: number;
}

/** A trend over its series as a small picture. */
export function TrendPicture({ model, series, values, curve, color, width = 118, height = 46 }: Props) {
  const own = model.series.find(({ id }) => id === series);
  const dots = model.points?.filter((point) => point.series === series);
  if (!own) return null;
  const xs = dots ? dots.map(({ x }) => x) : [0, Math.max(own.values.length - 1, 1)];
  const ys = [...(dots ? dots.map(({ y }) => y) : own.values), ...(curve ? curve.map(({ y }) => y) : values)].filter(
    (one): one is number => one !== null && Number.isFinite(one),
  );
  const [x0, x1] = [least(xs), -least(xs.map((one) => -one))];
  const [y0, y1] = [least(ys), -least(ys.map((one) => -one))];
  const x = (value: number) => 3 + ((value - x0) / (x1 - x0 || 1)) * (width - 6);
  const y = (value: number) => height - 4 - ((value - y0) / (y1 - y0 || 1)) * (height - 8);
  const path = (list: readonly (number | null)[]) =>
    line<number | null>(
      (_, i) => x(i),
      (value) => y(value ?? 0),
    )
      .defined((value) => value !== null)
      .digits(1)(list) ?? '';
  return (
    <svg width={width} height={height} aria-hidden>
      {dots ? (
        dots.slice(0, 300).map((point, i) => <circle key={i} cx={x(point.x)} cy={y(point.y)} r={1.4} fill="#b9b3a3" />)
      ) : (
        <path d={path(own.values)} fill="none" stroke="#b9b3a3" strokeWidth={1.2} />
      )}
      <path
        d={
          curve
            ? (line<{ x: number; y: number }>(
                (point) => x(point.x),
                (point) => y(point.y),
              ).digits(1)([...curve]) ?? '')
            : path(values)
        }
        fill="none"
        stroke={color}
        strokeWidth={1.8}
      />
    </svg>
  );
}

const least = (numbers: readonly number[]) => numbers.reduce((low, one) => Math.min(low, one), Infinity);
