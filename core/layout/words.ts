import {
  mannerOf,
  amountName,
  andWords,
  amountUnit,
  column,
  filterWords,
  layerUnit,
  shownWords,
  lowerFirst,
  rowNoun,
  withinPath,
  CYCLE_WORDS,
  SHAPE_KINDS,
  type ChartSpec,
  type Sources,
  type Side,
} from '../spec';
import { spanWords } from '../calendar';
import { unitSign } from './numbers';
import { dayOf, type Stretch } from '../looking';
import type { Form } from './model';

/** "Takings", "Takings and unit price", "Takings, cost and margin". */
function listed(names: readonly string[]): string {
  const [first, ...rest] = [...new Set(names)];
  return andWords([first, ...rest.map(lowerFirst)]);
}

/** What, by what: "Takings by month and spot". */
export function writeTitle(spec: ChartSpec, sources: Sources): string {
  const what = listed(spec.layers.map((layer) => shownWords(layer, spec, sources)));
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

/** The places of a chart as its subtitle tells of them. */
interface Shown {
  readonly values: readonly (string | number)[];
  readonly labels: readonly string[];
  /** How many places at the end lie beyond the data. */
  readonly ahead?: number;
  /** The places in sight, both included; without it all are. */
  readonly view?: Stretch;
}

/**
 * What of its sheet a chart shows: the stretch in sight and the run of time that it is of, how far that is carried on beyond what was
 * measured, and which rows were left out. `undefined` where nothing of that is to be said.
 */
export function writeSubtitle(spec: ChartSpec, sources: Sources, shown: Shown): string | undefined {
  const parts = [timeWords(spec, shown) ?? inSightWords(shown), ...leftOutWords(spec, sources)];
  const words = parts.filter((part) => part !== undefined);
  return words.length > 0 ? words.join(' · ') : undefined;
}

/** A single figure names its step itself: under it stands what was left out alone. */
export const subtitleOf = (form: Form, spec: ChartSpec, sources: Sources, shown: Shown): string | undefined =>
  spec.text.subtitle ??
  (form === 'number' ? leftOutWords(spec, sources).join(' · ') : writeSubtitle(spec, sources, shown));

function timeWords(spec: ChartSpec, { values, ahead = 0, view }: Shown): string | undefined {
  const measured = values.length - ahead;
  if (spec.across.as !== 'time' || measured <= 0) return undefined;
  const { step } = spec.across;
  const span = (from: unknown, to: unknown) => spanWords(String(from), String(to), step, mannerOf(spec));
  const all = span(values[0], values[measured - 1]);
  if (view) return `${span(values[view.from], values[view.to])}, of ${all}`;
  const end = values[values.length - 1];
  return ahead === 0 ? all : `${all}, carried on to ${span(end, end)}`;
}

const inSightWords = ({ view, labels }: Shown): string | undefined =>
  view && labels[view.from] !== undefined ? `${labels[view.from]} to ${labels[view.to]} in sight` : undefined;

/** The stretch that a chart was set to show: "last 3 months", "Mar to May 2025"; `undefined` where all is shown, as by groups, pairs, small copies, pies and single figures. */
function viewWords(spec: ChartSpec): string | undefined {
  const { view, across, panels, layers } = spec;
  const row = across.as === 'time' || across.as === 'bins' || across.as === 'rows';
  if (!view || !row || panels || !SHAPE_KINDS[layers[0].shape].scaled) return undefined;
  if ('last' in view) return `last ${view.last} ${view.step}${view.last === 1 ? '' : 's'}`;
  const [from, to] = across.as === 'time' ? [dayOf(view.from), dayOf(view.to)] : [];
  return across.as === 'time' && from !== undefined && to !== undefined
    ? spanWords(from, to, across.step, mannerOf(spec))
    : `${view.from} to ${view.to}`;
}

/** What a file of a picture is called by: its title, and the stretch that the picture shows. */
export const pictureTitle = (title: string | undefined, spec: ChartSpec): string =>
  [title || 'Chart', viewWords(spec)].filter(Boolean).join(', ');

/** More conditions than these are counted, not told. */
const MOST_TOLD = 3;

/** Which rows and places are left out, in words: the filters, and what else its maker took away. */
function leftOutWords(spec: ChartSpec, sources: Sources): string[] {
  const { across, filters, setAside = [] } = spec;
  // The run of time says by itself which dates are shown.
  const told = filters.filter(
    (filter) =>
      sources.columns.has(filter.column) &&
      !(across.as === 'time' && filter.column === across.column && !('keep' in filter) && !('present' in filter)),
  );
  const words = told
    .slice(0, MOST_TOLD)
    .map((filter) => filterWords(filter, column(sources.columns, filter.column), spec.look?.locale));
  const more = told.length - words.length;
  const aside = setAside.length;
  const omit = across.as === 'group' ? (across.omit ?? []) : [];
  return [
    ...words,
    ...(more > 0 ? [`${more} more ${more === 1 ? 'condition' : 'conditions'}`] : []),
    ...(omit.length > 0
      ? [`without ${omit.map((one) => (one === 'blank' ? 'blanks' : 'those with nothing')).join(' and ')}`]
      : []),
    ...(across.as === 'time' && across.partial === 'leave-out' ? [`whole ${across.step}s only`] : []),
    ...(aside > 0 ? [`${aside} ${aside === 1 ? 'point' : 'points'} set aside`] : []),
  ];
}

/** The title of a scale: what is on it, with its unit. */
export function writeScaleTitle(spec: ChartSpec, sources: Sources, side: Side): string {
  const moved = Object.values(spec.series ?? {}).some((style) => style.side === side);
  const own = spec.layers.filter((layer) => layer.side === side);
  // Single series of a layer that stands on the other scale.
  const layers = own.length === 0 && moved ? spec.layers : own;
  if (layers.length === 0) return '';
  const scatter = spec.across.as === 'number';
  const names = listed(layers.map((layer) => shownWords(layer, spec, sources)));
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
