import type { ChartSpec, Layer, Scale, Shape, Side } from './chart-spec';

/** Changes to a chart, each from spec to spec. What a change makes wrong elsewhere it puts right. */

export function changeLayer(spec: ChartSpec, id: string, change: Partial<Layer>): ChartSpec {
  return tidyScales({
    ...spec,
    layers: spec.layers.map((layer) => (layer.id === id ? { ...layer, ...change } : layer)),
  });
}

/** Gives layers a shape; the scales of columns begin at zero, and only columns stay stacked. */
export function setShape(spec: ChartSpec, ids: readonly string[], shape: Shape): ChartSpec {
  const layers = spec.layers.map((layer) => (ids.includes(layer.id) ? withShape(layer, shape) : layer));
  const scales = { ...spec.scales };
  if (shape === 'column') {
    for (const side of ['left', 'right'] as const) {
      const scale = scales[side];
      if (scale?.fit === 'breathing' && layers.some((layer) => layer.side === side && ids.includes(layer.id)))
        scales[side] = { ...scale, fit: 'zero' };
    }
  }
  return { ...spec, layers, scales };
}

function withShape(layer: Layer, shape: Shape): Layer {
  const { stack, ...rest } = layer;
  return { ...rest, shape, ...(stack && shape === 'column' ? { stack } : {}) };
}

/** Moves a layer to a scale; a scale that nothing is on any more goes, and a new one begins at zero. */
export function setSide(spec: ChartSpec, id: string, side: Side): ChartSpec {
  return changeLayer(spec, id, { side });
}

export function setScale(spec: ChartSpec, side: Side | 'across', scale: Scale): ChartSpec {
  return { ...spec, scales: { ...spec.scales, [side]: scale } };
}

/** Takes a layer away; the last one stays. */
export function removeLayer(spec: ChartSpec, id: string): ChartSpec {
  return spec.layers.length < 2
    ? spec
    : tidyScales({ ...spec, layers: spec.layers.filter((layer) => layer.id !== id) });
}

/** Takes the split away: one series per layer. */
export function withoutSplit(spec: ChartSpec): ChartSpec {
  const rest = { ...spec };
  delete rest.split;
  return rest;
}

function tidyScales(spec: ChartSpec): ChartSpec {
  const { right, ...scales } = spec.scales;
  return spec.layers.some((layer) => layer.side === 'right')
    ? { ...spec, scales: { ...scales, right: right ?? { fit: 'zero' } } }
    : { ...spec, scales };
}
