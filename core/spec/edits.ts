import type { Step } from '../calendar';
import type { Amount, ChartSpec, Filter, Fit, Gaps, Layer, PlacedPoint, Shape, Side } from './chart-spec';
import { bringBack, changeLayer, setFilter, setLook, setScale, setShape, setStep, setStyle, setThen } from './edit';
import { endTrends, removeReference, removeTrend, setRemarkColumns, setView } from './edit-looking';
import { withColumnInstead } from './gone';

type Which = Side | 'across';

const layersChanged = (spec: ChartSpec, ids: readonly string[], change: (layer: Layer) => Layer): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer) => (ids.includes(layer.id) ? change(layer) : layer)),
});
const scaleOf = (spec: ChartSpec, side: Which) => spec.scales[side] ?? { fit: 'zero' as const };

/** The changes that can be sent as they are: a name and plain arguments, applied to the chart as it is by then. */
const EDITS = {
  setSummary: (spec: ChartSpec, layer: string, summary: Layer['summary']) => changeLayer(spec, layer, { summary }),
  setAmount: (spec: ChartSpec, layer: string, amount: Amount) => changeLayer(spec, layer, { amount }),
  setShape: (spec: ChartSpec, layers: readonly string[], shape: Shape) => setShape(spec, layers, shape),
  /** Series of these layers stand beside each other. */
  unstack: (spec: ChartSpec, layers: readonly string[]) =>
    layersChanged(spec, layers, (layer) => ({ ...layer, stack: 'none' })),
  /** The values of a layer as the summary gives them. */
  asSummarised: (spec: ChartSpec, layer: string) => setThen(spec, layer),
  /** A layer that carried on from another is drawn beside it. */
  standBeside: (spec: ChartSpec, layer: string) =>
    layersChanged(spec, [layer], (one) => {
      const rest = { ...one };
      delete rest.fills;
      return rest;
    }),
  /** A scale fits what is drawn, without ends of its own. */
  fitScale: (spec: ChartSpec, side: Which, fit: Exclude<Fit, 'fixed'>) => {
    const { min, max, ...scale } = scaleOf(spec, side);
    void [min, max];
    return setScale(spec, side, { ...scale, fit });
  },
  useLog: (spec: ChartSpec, side: Which) => setScale(spec, side, { ...scaleOf(spec, side), fit: 'close', kind: 'log' }),
  /** The same for columns and areas, which begin at zero: they become dots. */
  useLogDots: (spec: ChartSpec, side: Side) =>
    EDITS.useLog(
      {
        ...spec,
        layers: spec.layers.map((layer) => (layer.side === side ? { ...layer, shape: 'dot' as const } : layer)),
      },
      side,
    ),
  keepEven: (spec: ChartSpec, side: Which) => {
    const { kind, ...scale } = scaleOf(spec, side);
    void kind;
    return setScale(spec, side, scale);
  },
  /** The ground that charts have where nobody chose one. */
  plainGround: (spec: ChartSpec) => setLook(spec, { ground: undefined }),
  setStep: (spec: ChartSpec, step: Step) => setStep(spec, step),
  setGaps: (spec: ChartSpec, gaps: Gaps): ChartSpec =>
    spec.across.as === 'time' ? { ...spec, across: { ...spec.across, gaps } } : spec,
  leaveOutPartSteps: (spec: ChartSpec): ChartSpec =>
    spec.across.as === 'time' ? { ...spec, across: { ...spec.across, partial: 'leave-out' } } : spec,
  /** The first so many groups stand alone. */
  keepGroups: (spec: ChartSpec, keep: number): ChartSpec =>
    spec.across.as === 'group' ? { ...spec, across: { ...spec.across, keep } } : spec,
  keepSeries: (spec: ChartSpec, keep: number): ChartSpec =>
    spec.split ? { ...spec, split: { ...spec.split, keep } } : spec,
  setPanels: (spec: ChartSpec, panels: NonNullable<ChartSpec['panels']>): ChartSpec => ({ ...spec, panels }),
  addFilter: (spec: ChartSpec, filter: Filter) => setFilter(spec, filter),
  showAllRows: (spec: ChartSpec): ChartSpec => ({ ...spec, filters: [] }),
  bringBack: (spec: ChartSpec, { across, series, up }: PlacedPoint) => {
    const at = (spec.setAside ?? []).findIndex(
      (point) => point.across === across && point.series === series && point.up === up,
    );
    return at < 0 ? spec : bringBack(spec, at);
  },
  removeTrend: (spec: ChartSpec, id: string) => removeTrend(spec, id),
  endTrends: (spec: ChartSpec) => endTrends(spec),
  removeReference: (spec: ChartSpec, id: string) => removeReference(spec, id),
  removeRemarkColumns: (spec: ChartSpec) => setRemarkColumns(spec, []),
  showAllPlaces: (spec: ChartSpec) => setView(spec, undefined),
  removeColors: (spec: ChartSpec, layer: string) => setStyle(spec, layer, { colorBy: undefined }),
  useColumn: (spec: ChartSpec, sheet: string, gone: string, instead: string) =>
    withColumnInstead(spec, sheet, gone, instead),
};

type Edits = typeof EDITS;
type Rest<F> = F extends (spec: ChartSpec, ...args: infer Args) => ChartSpec ? Readonly<Args> : never;

/** A change by name: `{ do: 'setSummary', with: ['l1', 'mean'] }`. */
export type Edit = { [Name in keyof Edits]: { readonly do: Name; readonly with: Rest<Edits[Name]> } }[keyof Edits];

/** The chart with a change made to it. */
export function applyEdit(spec: ChartSpec, edit: Edit): ChartSpec {
  const make = EDITS[edit.do] as (spec: ChartSpec, ...args: readonly unknown[]) => ChartSpec;
  return make(spec, ...edit.with);
}

/** What is left empty where a change takes the last of it away, so that the change can be sent. */
const EMPTY: Readonly<Partial<Record<keyof ChartSpec, unknown>>> = {
  setAside: [],
  trends: [],
  references: [],
  look: {},
};

/**
 * What a change comes to now: the parts of the spec that it makes others. What loses its last entry is empty.
 * `undefined` where it only takes a part away that has no empty form.
 */
export function changeBy(spec: ChartSpec, edit: Edit): Partial<ChartSpec> | undefined {
  const next = applyEdit(spec, edit);
  const names = [...new Set([...Object.keys(spec), ...Object.keys(next)])] as (keyof ChartSpec)[];
  const changed = names
    .filter((name) => JSON.stringify(spec[name]) !== JSON.stringify(next[name]))
    .map((name) => [name, next[name] ?? EMPTY[name]] as const);
  return changed.some(([, value]) => value === undefined) ? undefined : Object.fromEntries(changed);
}
