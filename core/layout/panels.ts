import type { Frame } from '../shaping';
import { layerUnit, shownWords, type ChartSpec, type Sources } from '../spec';
import type { ModelSeries, Panel } from './model';
import type { Overlay } from './over/overlay';
import type { Size } from './plot';
import { scalesOf } from './scales';

/** Room between copies, and for the label above each, in pixels. */
const BETWEEN = 14;
const LABEL = 20;
/** A copy is easiest to read about so many times as wide as it is high. */
const SHAPE = 1.6;

/** Smaller cells have no room for the words of axes. */
const LEAST = { width: 120, height: 112 };
/** Room above bare copies for what their common scale is, in pixels. */
const SCALE_LINE = 20;

export interface Grid {
  readonly cell: Size;
  /** The cells hold marks alone; the scale that is common to them is said above. */
  readonly bare?: boolean;
  readonly at: (copy: number) => { left: number; top: number };
}

/** Cells of one size for so many copies, as large as the room allows and neither too flat nor too narrow. */
export function gridOf(count: number, size: Size): Grid {
  const grid = cellsIn(count, size);
  if (grid.cell.width >= LEAST.width && grid.cell.height >= LEAST.height) return grid;
  const { cell, at } = cellsIn(count, { ...size, height: size.height - SCALE_LINE });
  return { cell, bare: true, at: (copy) => ({ ...at(copy), top: at(copy).top + SCALE_LINE }) };
}

function cellsIn(count: number, { width, height }: Size): Grid {
  const cells = Array.from({ length: Math.max(count, 1) }, (_, i) => {
    const columns = i + 1;
    const rows = Math.ceil(Math.max(count, 1) / columns);
    return {
      columns,
      width: Math.floor((width - (columns - 1) * BETWEEN) / columns),
      height: Math.floor((height - (rows - 1) * BETWEEN) / rows) - LABEL,
    };
  });
  const best = cells.reduce((a, b) =>
    Math.min(b.width / SHAPE, b.height) > Math.min(a.width / SHAPE, a.height) ? b : a,
  );
  const cell = { width: Math.max(best.width, 40), height: Math.max(best.height, 20) };
  return {
    cell,
    at: (copy) => ({
      left: (copy % best.columns) * (best.width + BETWEEN),
      top: Math.floor(copy / best.columns) * (best.height + LABEL + BETWEEN) + LABEL,
    }),
  };
}

/** The copies of a frame in their cells. Copies per layer have scales of their own where their units differ. */
export function panelsOf(
  frame: Frame,
  series: readonly ModelSeries[],
  spec: ChartSpec,
  sources: Sources,
  grid: Grid,
  over?: Overlay,
): Panel[] {
  const byLayer = spec.panels !== undefined && 'by' in spec.panels;
  const units = new Set(spec.layers.map((layer) => layerUnit(layer, sources)));
  return (frame.panels ?? []).map(({ value, series: ids }, i) => {
    const layer = byLayer ? spec.layers.find(({ id }) => id === value) : undefined;
    const own = series.filter(({ id }) => ids.includes(id));
    const scales =
      layer && units.size > 1
        ? scalesOf(frame, own, { ...spec, panels: undefined, layers: [layer] }, sources, grid.cell.height, false, over)
        : undefined;
    return {
      value,
      label: scales?.left?.title || scales?.right?.title || (layer ? shownWords(layer, spec, sources) : value),
      series: [...ids],
      ...grid.at(i),
      ...(scales ? { scales } : {}),
    };
  });
}
