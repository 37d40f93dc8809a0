import {
  mannerOf,
  amountName,
  amountUnit,
  column,
  layerUnit,
  layerWords,
  lowerFirst,
  rowNoun,
  withinPath,
  CYCLE_WORDS,
  type ChartSpec,
  type Sources,
  type Side,
} from '../spec';
import { spanWords } from '../calendar';
import { unitSign } from './numbers';
import type { Frame } from '../shaping';

/** "Takings", "Takings and unit price", "Takings, cost and margin". */
function listed(names: readonly string[]): string {
  const [first, ...rest] = [...new Set(names)];
  const all = [first, ...rest.map(lowerFirst)];
  return all.length < 2 ? first : `${all.slice(0, -1).join(', ')} and ${all[all.length - 1]}`;
}

/** What, by what: "Takings by month and spot". */
export function writeTitle(spec: ChartSpec, sources: Sources): string {
  const what = listed(spec.layers.map((layer) => layerWords(layer, sources)));
  const across = lowerFirst(column(sources.columns, spec.across.column).name);
  const split = spec.split ? lowerFirst(column(sources.columns, spec.split.column).name) : undefined;
  if (spec.across.as === 'number')
    return `${listed(spec.layers.map((layer) => amountName(layer, sources)))} against ${across}${split ? `, by ${split}` : ''}`;
  if (spec.across.as === 'bins') return `How ${across} is spread`;
  if (spec.across.as === 'rows') return `${what} of each ${rowNoun(sources).one}`;
  const by =
    spec.across.as === 'time' ? spec.across.step : spec.across.as === 'cycle' ? CYCLE_WORDS[spec.across.cycle] : across;
  const copies =
    spec.panels && 'column' in spec.panels ? lowerFirst(column(sources.columns, spec.panels.column).name) : undefined;
  const also = [split && (spec.split?.step ?? split), copies].filter(Boolean).map((words) => ` and ${words}`);
  const path = withinPath(spec).map(({ value }) => ` in ${value}`);
  return `${what} by ${by}${also.join('')}${path.join('')}`;
}

/** The stretch of time shown, where time runs across, and how far it is carried on beyond what was measured. */
export function writeSubtitle(spec: ChartSpec, frame: Frame, carried: Frame = frame): string | undefined {
  const { values } = frame.across;
  if (spec.across.as !== 'time' || values.length === 0) return undefined;
  const { step } = spec.across;
  const manner = mannerOf(spec);
  const shown = spanWords(String(values[0]), String(values[values.length - 1]), step, manner);
  const end = carried.across.values.at(-1);
  if (carried.across.values.length === values.length || end === undefined) return shown;
  return `${shown}, carried on to ${spanWords(String(end), String(end), step, manner)}`;
}

/** The title of a scale: what is on it, with its unit. */
export function writeScaleTitle(spec: ChartSpec, sources: Sources, side: Side): string {
  const moved = Object.values(spec.series ?? {}).some((style) => style.side === side);
  const own = spec.layers.filter((layer) => layer.side === side);
  // Single series of a layer that stands on the other scale.
  const layers = own.length === 0 && moved ? spec.layers : own;
  if (layers.length === 0) return '';
  const scatter = spec.across.as === 'number';
  const names = listed(layers.map((layer) => (scatter ? amountName(layer, sources) : layerWords(layer, sources))));
  if (spec.panels && 'by' in spec.panels) return '';
  if (layers.some(({ stack }) => stack === 'share')) return `Share of ${lowerFirst(names)}`;
  const units = [
    ...new Set(
      layers.map((layer) => (scatter ? amountUnit(layer.amount, sources.columns) : layerUnit(layer, sources))),
    ),
  ];
  return withUnit(names, units.length === 1 ? units[0] : undefined);
}

/** The title of what runs across: none for time, whose labels say themselves what they are. */
export function writeAcrossTitle(spec: ChartSpec, sources: Sources): string {
  if (spec.across.as === 'time' || spec.across.as === 'cycle') return '';
  const { name, unit } = column(sources.columns, spec.across.column);
  return withUnit(name, unit);
}

function withUnit(name: string, unit: string | undefined): string {
  return unit ? `${name} (${unitSign(unit)})` : name;
}
