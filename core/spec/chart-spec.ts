import type { Cycle, Locale, Manner, Step, Window } from '../calendar';
import type { Summary } from '../inference';
import type { Then, ThenBy } from '../then';
import { formulaColumns, parseFormula } from './formula';
import type { Amount } from './amount';
import type { ColorBy, Reference, Remarks, Trend, View } from './looking';

export type { Amount } from './amount';

/** A point of a chart: a place across, one of its series, and for a dot of a scatter the number that it stands at. */
export interface PlacedPoint {
  across: string | number;
  series?: string;
  up?: number;
  /** Of time: the step that the place was one of when it was set aside; without it that of the chart. */
  step?: Step;
}

/** A chart as a value. Meanings at the edges: docs/api.md. */
export interface ChartSpec {
  version: 1;
  /** Sheet id. */
  sheet: string;
  calendar?: { weekStart?: 'monday' | 'sunday'; yearStart?: number };
  across: Across;
  /** One series per value of a Group; of a When, per year. The rest become "Other". */
  split?: { column: string; keep?: number; step?: 'year' | 'quarter' };
  panels?: { by: 'layer' } | { column: string; keep?: number };
  /** Drawn in order, the last on top. */
  layers: Layer[];
  filters: Filter[];
  setAside?: PlacedPoint[];
  scales: { left: Scale; right?: Scale; across?: Scale };
  text: ChartText;
  look?: ChartLook;
  /** How single series look that are not to look as their layer does, by series id. */
  series?: Record<string, SeriesStyle>;
  trends?: Trend[];
  /** Reference lines and bands. */
  references?: Reference[];
  remarks?: Remarks;
  view?: View;
}

export const GRIDS = ['amounts', 'places', 'both', 'none'] as const;
export type Grid = (typeof GRIDS)[number];
export const LEGENDS = ['top', 'bottom', 'left', 'right', 'none'] as const;
export const LETTERS = ['small', 'normal', 'large'] as const;
export const ALIGNMENTS = ['start', 'middle', 'end'] as const;
export const LABEL_ANGLES = ['level', 'leaning', 'standing'] as const;

export const SCROLLS = ['start', 'end', 'none'] as const;

/** How the chart as a whole looks. What is absent is chosen by layout. */
export interface ChartLook {
  /** Lines across the plot at the steps of the amounts, at the places across, at both or none. */
  grid?: Grid;
  /** A thin line from every mark of a line or of dots down to its place. */
  plumb?: boolean;
  /** Short strokes at the labels of the axes. */
  ticks?: boolean;
  legend?: (typeof LEGENDS)[number];
  letters?: (typeof LETTERS)[number];
  /** Where title and subtitle stand. */
  title?: (typeof ALIGNMENTS)[number];
  /** How the labels of the places stand. */
  labels?: (typeof LABEL_ANGLES)[number];
  /** `#rrggbb`. */
  ground?: string;
  frame?: boolean;
  /** Places that do not fit are scrolled, from the first or from the last; absent: groups from the first, steps not. */
  scroll?: (typeof SCROLLS)[number];
  /** Colours of groups by their words, wherever they are series or slices: `{ Yard: '#2f6db3' }`. */
  colors?: Record<string, string>;
  /** The palette of series without a colour of their own, by name. */
  palette?: string;
  /** How numbers and dates are written; absent: as in Britain. */
  locale?: Locale;
  /** Finer lines between those of the amounts. */
  minor?: boolean;
  /** The letters of the title; of the words of the axes. */
  titleLetters?: Letters;
  axisLetters?: Letters;
}

export const FACES = ['serif', 'sans'] as const;
/** How words are set. What is absent is chosen by layout. */
export interface Letters {
  face?: (typeof FACES)[number];
  /** In pixels. */
  size?: number;
  bold?: boolean;
  italic?: boolean;
  /** `#rrggbb`. */
  color?: string;
}

export const SYMBOLS = ['circle', 'square', 'triangle', 'diamond', 'cross', 'star', 'wye'] as const;
export type SymbolName = (typeof SYMBOLS)[number];

/** What of one series may differ from its layer. */
export interface SeriesStyle {
  dash?: 'solid' | 'dashed' | 'dotted';
  width?: number;
  points?: boolean;
  pointSize?: number;
  symbol?: SymbolName;
  values?: boolean | 'ends' | 'extremes';
  side?: Side;
}

/** Absent: written by layout. "": none. */
export interface ChartText {
  title?: string;
  subtitle?: string;
  across?: string;
  left?: string;
  right?: string;
  note?: string;
  /** Names of series that their user wrote, by series id. */
  series?: Record<string, string>;
}

export type Across =
  | { as: 'time'; column: string; step: Step; gaps?: Gaps; partial?: 'keep' | 'leave-out' }
  | { as: 'cycle'; column: string; cycle: Cycle }
  | {
      as: 'group';
      column: string;
      order?: Order;
      keep?: number;
      omit?: ('blank' | 'zero')[];
      within?: { column: string; value: string }[];
    }
  | { as: 'number'; column: string }
  | { as: 'bins'; column: string; count?: number }
  /** The rows as they are, one mark each: `column` names them; in the order of the sheet, or of a column. */
  | { as: 'rows'; column: string; order?: RowsOrder };

export interface RowsOrder {
  column: string;
  descending?: boolean;
}
/** So many rows at most are drawn one by one. */
export const MOST_SINGLE_ROWS = 3_000;

export const GAPS = ['open', 'bridge', 'zero'] as const;
export type Gaps = (typeof GAPS)[number];

export type Order =
  | { by: 'value' | 'name' | 'sheet' | 'calendar'; layer?: string; descending?: boolean }
  | { by: 'amount'; amount: Amount; summary: Summary; descending?: boolean };

/** `read`: not drawn, only read across. What is known of each: shapes.ts. */
export type Shape = 'line' | 'column' | 'bar' | 'area' | 'dot' | 'target' | 'pie' | 'figure' | 'read';
export type Side = 'left' | 'right';

export interface Layer {
  id: string;
  amount: Amount;
  summary: Summary;
  shape: Shape;
  side: Side;
  stack?: 'none' | 'stacked' | 'share';
  then?: Then;
  thenBy?: ThenBy;
  name?: string;
  per?: string;
  /** A layer out of another sheet: the sheet, the column of it that runs across, and the one that it is split by. */
  from?: { sheet: string; across: string; split?: string; filters?: Filter[] };
  fills?: string;
  /** Not split although the chart is: its total, as one series. */
  whole?: boolean;
  style?: {
    color?: string;
    dash?: 'solid' | 'dashed' | 'dotted';
    width?: number;
    curve?: 'straight' | 'smooth' | 'step';
    points?: boolean;
    /** The size of points and dots, in pixels across. */
    pointSize?: number;
    /** How much of the ground an area, column or slice lets through: 0 none, 1 all. */
    clear?: number;
    /** Values on the marks: `true` all. */
    values?: boolean | 'ends' | 'extremes';
    /** Values as they are, as shares of the whole at their place (of the whole series where it stands alone), or both. */
    valuesAs?: 'amount' | 'share' | 'both';
    /** Which whole shares on stacks are of: that of their place (absent), or that of all places. */
    shareOf?: 'place' | 'all';
    /** Of stacks: their parts, their totals, or both. */
    valuesOf?: 'parts' | 'totals' | 'both';
    /** A pie with a hole, whole or half. */
    ring?: 'whole' | 'half';
    /** Of a single figure: what it is compared with, its decimals, and whether the steps before it are drawn as a small line. */
    figure?: { against?: 'previous' | 'year-before' | 'none'; decimals?: number; line?: boolean };
    /** The symbol of points and dots. */
    symbol?: SymbolName;
    /** Colour by a condition, or by another amount. */
    colorBy?: ColorBy;
  };
}

export const FITS = ['zero', 'close', 'breathing', 'fixed'] as const;
export type Fit = (typeof FITS)[number];
/** What the numbers on a scale are counted in. */
export const NUMBER_UNITS = ['ones', 'thousands', 'millions', 'billions'] as const;
export type NumberUnit = (typeof NUMBER_UNITS)[number];
export interface ScaleNumbers {
  in?: NumberUnit;
  decimals?: number;
}
export interface Scale {
  fit: Fit;
  min?: number;
  max?: number;
  kind?: 'linear' | 'log';
  numbers?: ScaleNumbers;
  /** At most so many steps; absent: by the room there is. */
  steps?: number;
  /** On the right scale: its zero stands at the height of the left one's. */
  matchZero?: boolean;
  /** On the right scale: its range is that of the left one, wide enough for both. */
  same?: boolean;
  /** With breathing room: the share of the lowest value at which the scale starts; absent: 0.7, and no more than twice the range below it. */
  room?: number;
}

export type Filter =
  | { column: string; keep: (string | number | boolean | null)[]; not?: boolean }
  | { column: string; from?: string | number; to?: string | number }
  | { column: string; window: Window }
  | { column: string; present: boolean }
  | { column: string; top: number; by: { amount: Amount; summary: Summary }; ascending?: boolean };

/** The calendar of a chart, and how its steps are written. */
export function mannerOf({ calendar, look }: Pick<ChartSpec, 'calendar' | 'look'>): Manner {
  return { ...calendar, ...(look?.locale ? { locale: look.locale } : {}) };
}

/** The layers that are drawn, and those that are only read across. */
export const isDrawn = ({ shape }: Pick<Layer, 'shape'>): boolean => shape !== 'read';
export function drawnPart(spec: ChartSpec): ChartSpec {
  return spec.layers.every(isDrawn) ? spec : { ...spec, layers: spec.layers.filter(isDrawn) };
}

/** The columns that an amount is made of: none for a count of rows. */
export function amountColumns(amount: Amount): string[] {
  if ('column' in amount) return [amount.column];
  return 'formula' in amount ? formulaColumns(parseFormula(amount.formula)) : [];
}

/** Every column key of the chart's own sheet that it draws or filters by. */
export function columnsInPlay(spec: ChartSpec): string[] {
  const own = spec.layers.filter((layer) => !layer.from);
  const keys = [
    spec.across.column,
    spec.split?.column,
    ...own.flatMap((layer) => [...amountColumns(layer.amount), layer.per]),
    ...(spec.across.as === 'group' && spec.across.order?.by === 'amount'
      ? amountColumns(spec.across.order.amount)
      : []),
    ...(spec.across.as === 'rows' && spec.across.order ? [spec.across.order.column] : []),
    ...spec.filters.map((filter) => filter.column),
  ];
  return [...new Set(keys.filter((key): key is string => key !== undefined))];
}

/** The other sheets that layers and references come from. */
export function otherSheets(spec: ChartSpec): string[] {
  const of = [...spec.layers, ...(spec.references ?? [])];
  return [...new Set(of.flatMap(({ from }) => (from ? [from.sheet] : [])))];
}
