import { fitLayers, isDrawn, type ChartSpec, type Layer } from '../spec';

/** What is looked at beside the values; it stays while the same runs across. */
const LOOKED = ['trends', 'references', 'remarks', 'view'] as const;

/**
 * Takes what a user changed into a newly recommended chart. What differs between `current` and `before` (the chart as
 * it was last recommended) was changed by hand, and stays where the recommended chart still has a place for it.
 */
export function carryOver(
  before: ChartSpec | undefined,
  current: ChartSpec | undefined,
  recommended: ChartSpec,
): ChartSpec {
  if (!before || !current) return recommended;
  const next = { ...recommended, across: keptAcross(before, current, recommended) };
  const carried = drawnFirst([
    ...next.layers.map((layer) => carryLayer(layer, before, current)),
    ...addedLayers(before, current, next),
  ]);
  // A shape that was chosen for other places than these may not suit them.
  const moved = next.across.column !== current.across.column || next.across.as !== current.across.as;
  const layers = moved ? carried.map((layer) => withSuitedShape(layer, next)) : carried;
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
        ? { ...next.across, ...changed(before.across, current.across, ['order', 'keep', 'omit', 'within']) }
        : next.across;
  const split =
    next.split && current.split && next.split.column === current.split.column
      ? { split: { ...next.split, ...changed(before.split ?? next.split, current.split, ['keep', 'step']) } }
      : {};
  const aside = current.setAside && next.across.column === current.across.column ? { setAside: current.setAside } : {};
  const panels =
    current.panels && (!('column' in current.panels) || current.panels.column !== next.across.column)
      ? { panels: current.panels }
      : {};
  const right = layers.some((layer) => layer.side === 'right')
    ? { right: next.scales.right ?? { fit: 'zero' as const } }
    : {};
  const scales = { ...next.scales, ...right, ...changed(before.scales, current.scales, ['left', 'right', 'across']) };
  return fitLayers({
    ...next,
    across,
    ...split,
    ...aside,
    ...panels,
    layers,
    filters: current.filters,
    scales,
    text: { ...next.text, ...current.text },
    ...(current.calendar ? { calendar: current.calendar } : {}),
    ...(next.across.column === current.across.column && next.across.as === current.across.as
      ? Object.fromEntries(LOOKED.flatMap((name) => (current[name] ? [[name, current[name]]] : [])))
      : {}),
    ...((current.look ?? next.look) ? { look: current.look ?? next.look } : {}),
  });
}

/** What runs across: single rows, a cycle or steps that were chosen by hand for the same column stay, where the amounts bear them. */
function keptAcross(before: ChartSpec, current: ChartSpec, { across, layers }: ChartSpec): ChartSpec['across'] {
  // Single rows are never recommended: also where a saved chart begins with them somebody chose them.
  const byHand = current.across.as !== before.across.as || current.across.as === 'rows';
  const chosen = current.across.column === across.column && byHand;
  if (!chosen || across.as === 'number' || current.across.as === 'number' || current.across.as === 'bins')
    return across;
  const bears = current.across.as !== 'rows' || layers.every(({ amount, from }) => !('rows' in amount) && !from);
  return bears ? current.across : across;
}

/** Layers that are only read stay behind those that are drawn; without any drawn one, all are drawn. */
function drawnFirst(layers: readonly Layer[]): Layer[] {
  const drawn = layers.filter(isDrawn);
  if (drawn.length === 0) return layers.map((layer) => ({ ...layer, shape: 'line' }));
  return [...drawn, ...layers.filter((layer) => !isDrawn(layer))];
}

/** Groups without an order are never joined by a line unasked: their layers take the shape of the chart. */
function withSuitedShape(layer: Layer, next: ChartSpec): Layer {
  if (next.across.as !== 'group' || (layer.shape !== 'line' && layer.shape !== 'area')) return layer;
  if (next.layers.some(({ shape }) => shape === layer.shape)) return layer;
  return { ...layer, shape: next.layers.find(isDrawn)?.shape ?? 'column' };
}

const CARRIED = ['summary', 'shape', 'side', 'stack', 'then', 'thenBy', 'per', 'name', 'style'] as const;

/** Layers that no pick makes: formulas, those out of another sheet, and names that are only read. They stay while what runs across is of a kind that they can lie on. */
function addedLayers(before: ChartSpec, current: ChartSpec, next: ChartSpec): Layer[] {
  const known = new Set(before.layers.map(({ amount, from }) => JSON.stringify([amount, from])));
  const added = current.layers.filter(
    ({ amount, from, shape }) =>
      !known.has(JSON.stringify([amount, from])) && (from || 'formula' in amount || shape === 'read'),
  );
  const stays = next.across.column === current.across.column && next.across.as === current.across.as;
  const taken = new Set(next.layers.map(({ id }) => id));
  const ids = new Set([...taken, ...added.map(({ id }) => id)]);
  return added.flatMap((layer) => {
    if ((layer.from && !stays) || (layer.shape === 'read' && next.across.as === 'number')) return [];
    let { id } = layer;
    for (let n = 1; taken.has(id); n++) if (!ids.has(`l${n}`)) id = `l${n}`;
    taken.add(id);
    return [{ ...layer, id }];
  });
}

function carryLayer(layer: Layer, before: ChartSpec, current: ChartSpec): Layer {
  const same = (one: Layer) => JSON.stringify(one.amount) === JSON.stringify(layer.amount);
  const was = before.layers.find(same);
  const is = current.layers.find(same);
  return was && is ? { ...layer, ...changed(was, is, CARRIED) } : layer;
}

/** The named parts of `is` that are not as in `was`. */
function changed<T extends object>(was: T, is: T, names: readonly (keyof T)[]): Partial<T> {
  const parts: Partial<T> = {};
  for (const name of names)
    if (is[name] !== undefined && JSON.stringify(is[name]) !== JSON.stringify(was[name])) parts[name] = is[name];
  return parts;
}
