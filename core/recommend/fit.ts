import { SHAPE_KINDS, type ChartSpec, type Fit, type Side } from '../spec';

/**
 * Where each scale begins, from the values on it: columns from zero always; lines and dots from zero where the lowest is
 * under half of the highest or any value is negative, otherwise with breathing room.
 */
export function fitScales(spec: ChartSpec, values: Readonly<Record<Side, readonly number[]>>): ChartSpec {
  const fit = (side: Side): Fit => {
    if (spec.layers.some((layer) => layer.side === side && SHAPE_KINDS[layer.shape].solid)) return 'zero';
    if (spec.across.as === 'number') return 'close';
    return suitsZero(values[side]) ? 'zero' : 'breathing';
  };
  const right = spec.layers.some((layer) => layer.side === 'right');
  return {
    ...spec,
    scales: { ...spec.scales, left: { fit: fit('left') }, ...(right ? { right: { fit: fit('right') } } : {}) },
  };
}

function suitsZero(values: readonly number[]): boolean {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return !(low <= high) || low < 0 || low < high / 2;
}
