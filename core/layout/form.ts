import type { ChartSpec } from '../spec';
import type { Frame } from '../shaping';
import type { Form } from './model';

/**
 * The form that a spec draws: a combo is more than one shape, or both scales in use; scatter is dots over numbers; one
 * value of one row is a single figure.
 */
export function formOf(spec: ChartSpec, frame: Frame): Form {
  if (isFigure(spec, frame)) return 'number';
  const shapes = new Set(spec.layers.map((layer) => layer.shape));
  const sides = new Set(spec.layers.map((layer) => layer.side));
  const [shape] = shapes;
  if (spec.across.as === 'number' && shapes.size === 1 && shape === 'dot') return 'scatter';
  if (shapes.size > 1 || sides.size > 1) return 'combo';
  return shape === 'target' || shape === 'figure' || shape === 'read' ? 'combo' : shape;
}

/** A single figure: wished for, or the amount of the one row that there is, standing across itself. */
export function isFigure(spec: ChartSpec, frame: Frame): boolean {
  return (
    (spec.layers[0].shape === 'figure' && !frame.points && !frame.panels && frame.series.length > 0) ||
    isSingle(spec, frame)
  );
}

function isSingle({ across, layers }: ChartSpec, { facts, series, across: { values } }: Frame): boolean {
  const [{ amount }] = layers;
  return (
    across.as === 'group' &&
    'column' in amount &&
    amount.column === across.column &&
    series.length === 1 &&
    values.length === 1 &&
    facts.rows === 1
  );
}
