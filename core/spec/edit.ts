import type { Step } from '../calendar';
import type { ChartLook, ChartSpec, Filter, Layer, PlacedPoint, Scale, SeriesStyle, Shape, Side } from './chart-spec';
import { SHAPE_KINDS } from './shapes';
import type { Sources } from './sources';

/** Changes to a chart, each from spec to spec. What a change makes wrong elsewhere it puts right. */

export function changeLayer(spec: ChartSpec, id: string, change: Partial<Layer>): ChartSpec {
  return tidyScales({
    ...spec,
    layers: spec.layers.map((layer) => (layer.id === id ? { ...layer, ...change } : layer)),
  });
}

/** The shape of an amount that is drawn beside the others: a line where the places follow on each other, else dots. */
export function shapeBeside({ across }: Pick<ChartSpec, 'across'>, { columns }: Pick<Sources, 'columns'>): Shape {
  const found = columns.get(across.column);
  const follows = across.as !== 'group' && across.as !== 'rows';
  return follows || found?.role === 'when' || found?.meaning === 'ordinal' ? 'line' : 'dot';
}

/** Gives layers a shape; the scales of columns, bars and areas begin at zero, and only they stay stacked. A pie and a single figure stand alone, bars lie down together. */
export function setShape(spec: ChartSpec, ids: readonly string[], shape: Shape): ChartSpec {
  const alone = (one: Shape) => one === 'pie' || one === 'figure';
  if (shape === 'read') return onlyRead(spec, ids);
  const all = alone(shape) || spec.layers.some((layer) => alone(layer.shape));
  const layers = spec.layers.map((layer) => {
    if (layer.shape === 'read' && !ids.includes(layer.id)) return layer;
    if (all || ids.includes(layer.id)) return withShape(layer, shape);
    // Columns lie down with the bars beside them, and stand up again.
    if (shape === 'bar' && layer.shape === 'column') return withShape(layer, 'bar');
    return shape !== 'target' && layer.shape === 'bar' ? withShape(layer, 'column') : layer;
  });
  const scales = { ...spec.scales };
  if (SHAPE_KINDS[shape].solid) {
    for (const side of ['left', 'right'] as const) {
      const scale = scales[side];
      if (scale?.fit === 'breathing' && layers.some((layer) => layer.side === side && ids.includes(layer.id)))
        scales[side] = { ...scale, fit: 'zero' };
    }
  }
  return { ...spec, layers, scales };
}

/** Layers that are only read stand behind the drawn ones, of which one stays. */
function onlyRead(spec: ChartSpec, ids: readonly string[]): ChartSpec {
  const read = (layer: Layer) => layer.shape === 'read' || ids.includes(layer.id);
  if (spec.layers.every(read)) return spec;
  const quiet = spec.layers.filter(read).map((layer) => ({ ...withShape(layer, 'read'), side: 'left' as const }));
  return tidyScales({ ...spec, layers: [...spec.layers.filter((layer) => !read(layer)), ...quiet] });
}

function withShape(layer: Layer, shape: Shape): Layer {
  const { stack, ...rest } = layer;
  return { ...rest, shape, ...(stack && SHAPE_KINDS[shape].stacks ? { stack } : {}) };
}

/** Moves a layer to a scale; a scale that nothing is on any more goes, and a new one begins at zero. */
export function setSide(spec: ChartSpec, id: string, side: Side): ChartSpec {
  return changeLayer(spec, id, { side });
}

/** Changes how a layer looks; what becomes `undefined` is chosen by layout again. */
export function setStyle(spec: ChartSpec, id: string, change: NonNullable<Layer['style']>): ChartSpec {
  return {
    ...spec,
    layers: spec.layers.map((layer) => {
      if (layer.id !== id) return layer;
      const { style, ...rest } = layer;
      const next = withoutEmpty({ ...style, ...change });
      return next ? { ...rest, style: next } : rest;
    }),
  };
}

/** Changes how the whole chart looks. */
export function setLook(spec: ChartSpec, change: ChartLook): ChartSpec {
  const { look, ...rest } = spec;
  const next = withoutEmpty({ ...look, ...change });
  return next ? { ...rest, look: next } : rest;
}

/** How one series looks by itself: what becomes `undefined` is as its layer has it again; without a style all of it is. */
export function setSeriesStyle(spec: ChartSpec, id: string, change: SeriesStyle | undefined): ChartSpec {
  const { series = {}, ...rest } = spec;
  const { [id]: before, ...others } = series;
  const own = change && withoutEmpty({ ...before, ...change });
  const next = own ? { ...others, [id]: own } : others;
  return tidyScales(Object.keys(next).length > 0 ? { ...rest, series: next } : rest);
}

/** Draws a layer that is split as one series, or as one per group again. */
export function setWhole(spec: ChartSpec, id: string, whole: boolean): ChartSpec {
  return {
    ...spec,
    layers: spec.layers.map((layer) => {
      if (layer.id !== id) return layer;
      const { whole: before, stack, ...rest } = layer;
      void before;
      return whole ? { ...rest, whole } : { ...rest, ...(stack ? { stack } : {}) };
    }),
  };
}

/** Gives a group its own colour, wherever it is a series or a slice. */
export function setColor(spec: ChartSpec, group: string, color: string): ChartSpec {
  return setLook(spec, { colors: { ...spec.look?.colors, [group]: color } });
}

function withoutEmpty<T extends object>(value: T): T | undefined {
  const filled = Object.entries(value).filter(([, one]) => one !== undefined);
  return filled.length > 0 ? (Object.fromEntries(filled) as T) : undefined;
}

/** Everything that was set of the look of the chart and its layers goes back to how layout chooses it. */
export function plainLook(spec: ChartSpec): ChartSpec {
  const { look, series, ...rest } = spec;
  void series;
  return {
    ...rest,
    ...(look?.locale ? { look: { locale: look.locale } } : {}),
    layers: spec.layers.map(({ style, ...layer }) => ({
      ...layer,
      ...(style?.ring ? { style: { ring: style.ring } } : {}),
    })),
  };
}

/** Draws a layer before or after its neighbour: later ones lie over earlier ones. */
export function moveLayer(spec: ChartSpec, id: string, by: -1 | 1): ChartSpec {
  const at = spec.layers.findIndex((layer) => layer.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= spec.layers.length) return spec;
  const layers = [...spec.layers];
  [layers[at], layers[to]] = [layers[to], layers[at]];
  return { ...spec, layers };
}

export function setScale(spec: ChartSpec, side: Side | 'across', scale: Scale): ChartSpec {
  return { ...spec, scales: { ...spec.scales, [side]: scale } };
}

/** Takes a layer away; the last one stays. Where only such are left as are read, the first of them is drawn in its place. */
export function removeLayer(spec: ChartSpec, id: string): ChartSpec {
  const gone = spec.layers.find((layer) => layer.id === id);
  if (spec.layers.length < 2 || !gone) return spec;
  const layers = spec.layers.flatMap((layer) => {
    if (layer.id === id) return [];
    const rest = { ...layer };
    // What carried on from it now stands alone.
    if (rest.fills === id) delete rest.fills;
    return [rest];
  });
  if (layers.every(({ shape }) => shape === 'read')) layers[0] = withShape(layers[0], gone.shape);
  return tidyScales({ ...spec, layers });
}

/** Takes the split away: one series per layer. */
export function withoutSplit(spec: ChartSpec): ChartSpec {
  const rest = { ...spec };
  delete rest.split;
  return rest;
}

function tidyScales(spec: ChartSpec): ChartSpec {
  const { right, ...scales } = spec.scales;
  const moved = Object.values(spec.series ?? {}).some(({ side }) => side === 'right');
  return moved || spec.layers.some((layer) => layer.side === 'right')
    ? { ...spec, scales: { ...scales, right: right ?? { fit: 'zero' } } }
    : { ...spec, scales };
}

/** What is made of a layer's values after the summary; nothing where `then` is not given. */
export function setThen(spec: ChartSpec, id: string, then?: Layer['then'], thenBy?: Layer['thenBy']): ChartSpec {
  return {
    ...spec,
    layers: spec.layers.map((layer) => {
      if (layer.id !== id) return layer;
      const rest = { ...layer };
      delete rest.then;
      delete rest.thenBy;
      return { ...rest, ...(then ? { then } : {}), ...(then && thenBy ? { thenBy } : {}) };
    }),
  };
}

/** Adds a filter, or puts it in the place of another. */
export function setFilter(spec: ChartSpec, filter: Filter, at = spec.filters.length): ChartSpec {
  const filters = [...spec.filters];
  filters[at] = filter;
  return { ...spec, filters };
}
export function removeFilter(spec: ChartSpec, at: number): ChartSpec {
  return { ...spec, filters: spec.filters.filter((_, i) => i !== at) };
}

/** Leaves a point out of the chart, in the open: a whole place, one series there, or one dot. */
export function setAside(spec: ChartSpec, { across, series, up }: PlacedPoint): ChartSpec {
  const rest = (spec.setAside ?? []).filter(
    (point) => point.across !== across || point.series !== series || point.up !== up,
  );
  const point = {
    across,
    ...(series === undefined ? {} : { series }),
    ...(up === undefined ? {} : { up }),
    ...(spec.across.as === 'time' ? { step: spec.across.step } : {}),
  };
  return { ...spec, setAside: [...rest, point] };
}
export function bringBack(spec: ChartSpec, at: number): ChartSpec {
  const setAside = (spec.setAside ?? []).filter((_, i) => i !== at);
  const rest = { ...spec };
  delete rest.setAside;
  return setAside.length > 0 ? { ...rest, setAside } : rest;
}

/** Steps into one group: what runs across is another Group, of its rows alone. */
export function stepInto(spec: ChartSpec, value: string, into: string): ChartSpec {
  const { across } = spec;
  if (across.as !== 'group') return spec;
  const order = across.order?.by === 'sheet' || across.order?.by === 'calendar' ? undefined : across.order;
  const inner: ChartSpec = {
    ...spec,
    across: {
      as: 'group',
      column: into,
      ...(order ? { order } : {}),
      within: [...(across.within ?? []), { column: across.column, value }],
    },
  };
  delete inner.setAside;
  return inner.split?.column === into ? withoutSplit(inner) : inner;
}

/** Steps back out, to before the group at a place of the path. */
export function stepOut(spec: ChartSpec, at: number): ChartSpec {
  const { across } = spec;
  if (across.as !== 'group' || !across.within?.[at]) return spec;
  const { within, ...rest } = across;
  const path = within.slice(0, at);
  const outer: ChartSpec = {
    ...spec,
    across: { ...rest, column: within[at].column, ...(path.length > 0 ? { within: path } : {}) },
  };
  delete outer.setAside;
  return outer;
}

/** Adds a layer under an id of its own. A right scale comes with the first layer that stands on it. */
export function addLayer(spec: ChartSpec, layer: Omit<Layer, 'id'>): ChartSpec {
  const taken = new Set(spec.layers.map(({ id }) => id));
  let n = spec.layers.length + 1;
  while (taken.has(`l${n}`)) n++;
  return tidyScales({ ...spec, layers: [...spec.layers, { ...layer, id: `l${n}` }] });
}

/** Where weeks and years begin; the usual way is not written down. */
export function setCalendar(spec: ChartSpec, change: NonNullable<ChartSpec['calendar']>): ChartSpec {
  const { calendar, ...rest } = spec;
  const { weekStart, yearStart } = { ...calendar, ...change };
  const next = withoutEmpty({
    weekStart: weekStart === 'monday' ? undefined : weekStart,
    yearStart: yearStart === 1 ? undefined : yearStart,
  });
  return next ? { ...rest, calendar: next } : rest;
}

/** Moves along the steps of the calendar. */
export function setStep(spec: ChartSpec, step: Step): ChartSpec {
  if (spec.across.as !== 'time') return spec;
  const { step: before } = spec.across;
  const next = { ...spec, across: { ...spec.across, step } };
  // What is set aside means the same whatever the step: a year stays aside by quarter.
  return spec.setAside ? { ...next, setAside: spec.setAside.map((point) => ({ step: before, ...point })) } : next;
}

/** Puts the series of the split into small copies of their own. */
export function splitToPanels(spec: ChartSpec): ChartSpec {
  if (!spec.split || spec.split.step) return spec;
  const { column, keep } = spec.split;
  return { ...withoutSplit(spec), panels: { column, ...(keep === undefined ? {} : { keep }) } };
}

/** Puts small copies back together: those of a Group as series of one chart. */
export function withoutPanels(spec: ChartSpec): ChartSpec {
  const { panels, ...rest } = spec;
  if (!panels || 'by' in panels || rest.split) return rest;
  return { ...rest, split: { column: panels.column, ...(panels.keep === undefined ? {} : { keep: panels.keep }) } };
}
