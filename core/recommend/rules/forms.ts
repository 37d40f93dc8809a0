import { coarser } from '../../calendar';
import type { ChartSpec, Layer, Shape } from '../../spec';
import type { Evidence } from './evidence';
import { isTarget, pairable } from './facts';

/** So many lines are kept of many, and so many small copies are still readable (common practice, no source). */
const LARGEST = 5;
const MOST_COPIES = 12;

const shaped = (spec: ChartSpec, shapeOf: (layer: Layer) => Shape): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer) => ({ ...layer, shape: shapeOf(layer) })),
});
const all =
  (shape: Shape) =>
  (e: Evidence): ChartSpec =>
    shaped(e.spec, () => shape);
const allLeft = (spec: ChartSpec): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer) => ({ ...layer, side: 'left' as const })),
});
const stacked =
  (shape: Shape, stack: 'stacked' | 'share') =>
  ({ spec }: Evidence): ChartSpec => ({ ...spec, layers: [{ ...spec.layers[0], shape, stack }] });

/** The next coarser step of a chart over time; days go to weeks, weeks to months at once where `twice`. */
export function coarserOf({ spec: { across } }: Evidence, twice = false) {
  return across.as === 'time' ? coarser(twice && across.step === 'day' ? 'week' : across.step) : undefined;
}

function byStep(spec: ChartSpec, step: ReturnType<typeof coarserOf>): ChartSpec | undefined {
  return step && spec.across.as === 'time' ? { ...spec, across: { ...spec.across, step } } : undefined;
}

const overTime = ({ across }: ChartSpec) => across.as === 'time' || across.as === 'cycle';

/** The forms that rules propose, by name: what a draft becomes, or nothing where it cannot become that. */
export const FORMS = {
  lines: all('line'),
  columns: all('column'),
  bars: all('bar'),
  dots: all('dot'),
  pie: all('pie'),
  'columns and lines': (e) => shaped(e.spec, ({ side }) => (side === 'left' ? 'column' : 'line')),
  'columns and dots': (e) => shaped(e.spec, ({ side }) => (side === 'left' ? 'column' : 'dot')),
  'columns and target marks': (e) => {
    const targets = e.spec.layers.filter((layer) => isTarget(layer, e));
    const actual = e.spec.layers.filter((layer) => !isTarget(layer, e));
    const as = (shape: Shape) => (layer: Layer) => ({ ...layer, shape });
    return { ...e.spec, layers: [...actual.map(as('column')), ...targets.map(as('target'))] };
  },
  'the largest lines': (e) =>
    e.spec.split && { ...shaped(e.spec, () => 'line'), split: { ...e.spec.split, keep: LARGEST } },
  'stacked columns': stacked('column', 'stacked'),
  'stacked columns by a coarser step': (e) => byStep(stacked('column', 'stacked')(e), coarserOf(e)),
  'columns of 100 %': stacked('column', 'share'),
  'areas of 100 %': stacked('area', 'share'),
  'lines by a coarser step': (e) =>
    byStep(
      shaped(e.spec, () => 'line'),
      coarserOf(e, true),
    ),
  'columns by a coarser step': (e) =>
    byStep(
      shaped(e.spec, () => 'column'),
      coarserOf(e, true),
    ),
  'years over each other': (e) => ({
    ...shaped(e.spec, () => 'line'),
    across: { as: 'cycle', column: e.spec.across.column, cycle: 'month-of-year' },
    split: { column: e.spec.across.column, step: 'year' },
  }),
  'columns by day of the week': (e) => ({
    ...shaped(e.spec, () => 'column'),
    across: { as: 'cycle', column: e.spec.across.column, cycle: 'weekday' },
  }),
  'the last step as a figure': (e) => {
    const { across } = e.spec;
    return across.as === 'time'
      ? { ...shaped(e.spec, () => 'figure'), across: { ...across, partial: 'leave-out' } }
      : undefined;
  },
  'a copy per amount': (e) => ({
    ...shaped(allLeft(e.spec), () => (overTime(e.spec) ? 'line' : 'column')),
    panels: { by: 'layer' },
  }),
  'a copy per group': (e) => {
    const { split, ...rest } = e.spec;
    if (!split) return undefined;
    // Where the split keeps its largest, so do the copies.
    const keep = e.series > MOST_COPIES ? MOST_COPIES - 1 : split.keep;
    const few = keep === undefined ? {} : { keep };
    return {
      ...shaped(rest, () => (overTime(rest) ? 'line' : 'column')),
      panels: { column: split.column, ...few },
    };
  },
  'axes changed round': ({ spec }) => {
    const [layer] = spec.layers;
    if (!('column' in layer.amount)) return undefined;
    return {
      ...spec,
      across: { as: 'number', column: layer.amount.column },
      layers: [{ ...layer, amount: { column: spec.across.column }, shape: 'dot' }],
    };
  },
  'spread of what runs across': ({ spec }) => ({
    ...allLeft(spec),
    across: { as: 'bins', column: spec.across.column },
    split: undefined,
    layers: [{ id: 'l1', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }],
  }),
  'dots of rows': (e) => {
    const [x, y] = pairable(e);
    if (!x || !y || !('column' in x.amount)) return undefined;
    return {
      ...allLeft(e.spec),
      across: { as: 'number', column: x.amount.column },
      split: e.spec.across.as === 'group' ? { column: e.spec.across.column } : undefined,
      layers: [{ ...y, id: 'l1', shape: 'dot', side: 'left' }],
    };
  },
} as const satisfies Readonly<Record<string, (e: Evidence) => ChartSpec | undefined>>;

export type FormName = keyof typeof FORMS;
