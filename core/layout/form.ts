import type { ChartSpec } from '../spec';
import type { Form } from './model';

/** The form that a spec draws: a combo is more than one shape, or both scales in use; scatter is dots over numbers. */
export function formOf(spec: ChartSpec): Form {
  const shapes = new Set(spec.layers.map((layer) => layer.shape));
  const sides = new Set(spec.layers.map((layer) => layer.side));
  const [shape] = shapes;
  if (spec.across.as === 'number' && shapes.size === 1 && shape === 'dot') return 'scatter';
  if (shapes.size > 1 || sides.size > 1) return 'combo';
  return shape === 'target' ? 'combo' : shape;
}
