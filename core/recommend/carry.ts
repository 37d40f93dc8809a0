import type { ChartSpec, Layer } from '../spec';

/**
 * Takes what a user changed into a newly recommended chart. What differs between `current` and `before` (the chart as
 * it was last recommended) was changed by hand, and stays where `next` still has a place for it.
 */
export function carryOver(before: ChartSpec | undefined, current: ChartSpec | undefined, next: ChartSpec): ChartSpec {
  if (!before || !current) return next;
  const layers = next.layers.map((layer) => carryLayer(layer, before, current));
  const across =
    next.across.as === 'time' &&
    current.across.as === 'time' &&
    before.across.as === 'time' &&
    next.across.column === current.across.column
      ? { ...next.across, ...changed(before.across, current.across, ['step', 'gaps', 'partial']) }
      : next.across.as === 'group' &&
          current.across.as === 'group' &&
          before.across.as === 'group' &&
          next.across.column === current.across.column
        ? { ...next.across, ...changed(before.across, current.across, ['order']) }
        : next.across;
  const right = layers.some((layer) => layer.side === 'right')
    ? { right: next.scales.right ?? { fit: 'zero' as const } }
    : {};
  const scales = { ...next.scales, ...right, ...changed(before.scales, current.scales, ['left', 'right', 'across']) };
  return {
    ...next,
    across,
    layers,
    filters: current.filters,
    scales,
    text: { ...next.text, ...current.text },
    ...(current.calendar ? { calendar: current.calendar } : {}),
  };
}

function carryLayer(layer: Layer, before: ChartSpec, current: ChartSpec): Layer {
  const same = (one: Layer) => JSON.stringify(one.amount) === JSON.stringify(layer.amount);
  const was = before.layers.find(same);
  const is = current.layers.find(same);
  return was && is ? { ...layer, ...changed(was, is, ['summary', 'shape', 'side', 'stack', 'name', 'style']) } : layer;
}

/** The named parts of `is` that are not as in `was`. */
function changed<T extends object>(was: T, is: T, names: readonly (keyof T)[]): Partial<T> {
  const parts: Partial<T> = {};
  for (const name of names)
    if (is[name] !== undefined && JSON.stringify(is[name]) !== JSON.stringify(was[name])) parts[name] = is[name];
  return parts;
}
