import type { Refused, Relation, Stretch } from '../looking';
import type { ChartLook, ChartSpec, ScaleNumbers, Shape, Side, SymbolName, Edit, TrendKind } from '../spec';
import type { CheckId } from './check-ids';
import type { Whole } from './whole/parts';

export const FORMS = ['line', 'scatter', 'combo', 'column', 'bar', 'area', 'dot', 'pie', 'number'] as const;
export type Form = (typeof FORMS)[number];

/** All that the drawing needs. Words, numbers and places are decided here; the drawing only draws. */
export interface ChartModel {
  form: Form;
  across: {
    kind: 'time' | 'cycle' | 'group' | 'number' | 'bins';
    values: (string | number)[];
    /** The words of each place, whole. */
    labels: string[];
    title: string;
    /** There is no room to write the title. */
    untitled?: boolean;
    /** The places that carry a label on the axis, thinned to the room; `under` is a second line ("2024"), `turned` labels lean. */
    ticks: AcrossTick[];
    turned: boolean;
    /** How far turned labels lean, in degrees. */
    angle?: number;
    /** Places that the data never fills: lines are joined over them. */
    rests: number[];
    /** Where the groups beyond the first few stand together. */
    otherAt?: number;
    /** How many places at the end lie beyond the data. */
    ahead?: number;
  };
  series: ModelSeries[];
  /** What is not drawn but read across: its values and their words at each place. */
  further?: { name: string; values: (number | string | null)[]; labels: (string | null)[] }[];
  points?: { x: number; y: number; series: string; count: number }[];
  /** What of it is drawn how: one of a few families of forms. */
  drawing: Drawing;
  look?: ChartLook;
  /** The values that are written on the marks. */
  values?: ValueLabel[];
  /** Small copies, each drawn in a cell of `size.cell` at its place; `scales` where a copy has its own. */
  panels?: Panel[];
  scales: { left?: ScaleModel; right?: ScaleModel; across?: ScaleModel };
  /** Where the plot stands in the drawing, in pixels. */
  size: { width: number; height: number; plot: Plot; cell?: { width: number; height: number } };
  /** The picture that the drawing stands in, where it was laid out with all its words. */
  whole?: Whole;
  /** Only some of its places are shown, where nothing can be scrolled: how many, and of how many. */
  shownOf?: { shown: number; all: number };
  /** Whether series are named at their line's end, in a legend, or need no name. */
  naming: 'ends' | 'legend' | 'none';
  title: string;
  subtitle?: string;
  sentence: string;
  checks: Check[];
  trends?: ModelTrend[];
  references?: ModelReference[];
  /** In the order of their places. */
  remarks?: ModelRemark[];
  /** The places in sight, both included; scales, ticks and what stands at pixels are laid out for them. */
  view?: Stretch;
  relations?: (Relation & { message: string })[];
  findings?: { id: string; message: string; at?: number; series?: string; weight: number }[];
  /** What was asked for and is not drawn, and why. */
  refused?: Refused[];
  /** What the colours of a layer mean: from what to what, or each condition. */
  colorKeys?: {
    layer: string;
    name?: string;
    low?: string;
    high?: string;
    colors?: string[];
    when?: { color: string; words: string }[];
  }[];
}

/** A line that is laid over, in its own colour. */
interface LineLook {
  color: string;
  dash: 'solid' | 'dashed' | 'dotted';
  width: number;
}

export interface ModelTrend extends LineLook {
  id: string;
  /** The id of its series, and the scale of that. */
  of: string;
  side: Side;
  kind: TrendKind;
  name: string;
  /** Aligned with `across.values`. */
  values: (number | null)[];
  curve?: { x: number; y: number }[];
  low?: (number | null)[];
  high?: (number | null)[];
  coefficients?: number[];
  equation?: string;
  r2?: number;
  error: number;
  n: number;
  /** Missing places that were filled straight for the fit. */
  filled?: number;
  /** "misses by £1,910 a month on average"; "grows by £312 a month". */
  misses: string;
  growth?: string;
  ahead: number;
}

export interface ModelReference extends LineLook {
  id: string;
  on: Side | 'across';
  value: number | string;
  to?: number | string;
  /** On what runs across: its places. */
  at?: Stretch;
  label: string;
  /** Where its name stands, in pixels; none where there is no room. */
  spot?: { x: number; y: number; anchor: 'start' | 'middle' | 'end'; text: string };
}

export interface ModelRemark {
  number: number;
  id?: string;
  /** Index into `across.values`. */
  at: number;
  series?: string;
  text: string;
  strong?: string;
  /** The middle of its number, in pixels; none where it is out of sight or has no room. */
  spot?: { x: number; y: number };
}

/** One chart in one room, by the family of its form. */
export type SingleDrawing =
  | {
      is: 'plot';
      /** It lies down: groups along the left side, amounts along the bottom (right scale: along the top). */
      lying: boolean;
      /** The places do not all fit: so many are in sight at once (`inSight`). Values on marks stand where they would if all were. */
      scroll?: Scroll;
    }
  | { is: 'scatter' }
  | {
      is: 'pie';
      /** Clockwise from the top; of small copies each has its own. */
      slices: Slice[];
      /** What a ring leaves free, as a share of its radius, and the whole that stands there. */
      hole?: { share: number; words: string; half: boolean };
    }
  | { is: 'figure'; figure: Figure };

export type Drawing =
  | SingleDrawing
  | {
      is: 'panels';
      /** How each small copy is drawn. */
      each: SingleDrawing;
      /** The cells hold marks alone: there is no room for the words of axes. */
      bare: boolean;
    };

/** How a chart is drawn, or each of its small copies. */
export const eachDrawing = ({ drawing }: Pick<ChartModel, 'drawing'>): SingleDrawing =>
  drawing.is === 'panels' ? drawing.each : drawing;

/** Whether its groups stand along the left side. */
export function isLying(model: Pick<ChartModel, 'drawing'>): boolean {
  const each = eachDrawing(model);
  return each.is === 'plot' && each.lying;
}

/** The places that are in sight at once, where not all are. */
export const scrollOf = ({ drawing }: Pick<ChartModel, 'drawing'>): Scroll | undefined =>
  drawing.is === 'plot' ? drawing.scroll : undefined;

export const isBare = ({ drawing }: Pick<ChartModel, 'drawing'>): boolean => drawing.is === 'panels' && drawing.bare;

/** The slices of a pie; none of any other drawing. */
export function slicesIn(model: Pick<ChartModel, 'drawing'>): Slice[] {
  const each = eachDrawing(model);
  return each.is === 'pie' ? each.slices : [];
}

/** The single figure, where that is what is drawn. */
export function figureIn(model: Pick<ChartModel, 'drawing'>): Figure | undefined {
  const each = eachDrawing(model);
  return each.is === 'figure' ? each.figure : undefined;
}

/** Whether its marks stand on scales, or are slices or a figure. */
export const hasScales = (model: Pick<ChartModel, 'drawing'>): boolean => {
  const { is } = eachDrawing(model);
  return is === 'plot' || is === 'scatter';
};

/** Places that do not fit beside each other: `shown` of them stand in the plot at once, and the scales stand still. */
export interface Scroll {
  readonly shown: number;
  /** Which end is shown first. */
  readonly first: 'start' | 'end';
}

/** A value written on its mark: its middle, in pixels. */
export interface ValueLabel {
  x: number;
  y: number;
  text: string;
  anchor: 'start' | 'middle' | 'end';
  series: string;
  /** The colour of the words where they stand on the mark itself. */
  color?: string;
}

export interface Figure {
  words: string;
  /** The step that it is of: "November 2025"; empty where there is none. */
  of: string;
  /** Its change against the step before: "+4.2 % against October 2025". */
  change?: { words: string; up: boolean; even?: true };
  /** Why there is none: "no rows in October 2025 to compare with". */
  lacks?: string;
  /** What it is compared with. */
  against?: 'previous' | 'year-before';
  /** Whether the steps before it are drawn as a small line. */
  line: boolean;
}

export interface Panel {
  value: string;
  label: string;
  series: string[];
  /** The corner of its cell, under its label, in pixels. */
  left: number;
  top: number;
  scales?: { left?: ScaleModel; right?: ScaleModel };
  slices?: Slice[];
}

export interface Plot {
  left: number;
  top: number;
  width: number;
  height: number;
}
export interface AcrossTick {
  at: number;
  label: string;
  under?: string;
}

export interface Slice {
  /** The place across that it stands for. */
  at: number;
  name: string;
  /** Where it begins and ends, as fractions of the whole. */
  from: number;
  to: number;
  /** Its value with its share of the whole. */
  words: string;
  color: string;
  /** The side and height (pixels from the drawing's top) of its name, shortened to the room there is; none where there is no room. */
  label?: { y: number; side: 'left' | 'right'; name: string; words: string };
}

export interface ModelSeries {
  id: string;
  layer: string;
  split?: string | number | boolean | null;
  name: string;
  shape: Shape;
  side: Side;
  /** Series with the same stack stand on each other. */
  stack?: string;
  /** Stacked as parts of 100 % at each place. */
  share?: boolean;
  gaps: 'open' | 'bridge';
  joins?: string;
  /** Aligned with `across.values`; null is a gap. */
  values: (number | null)[];
  /** Each value in words, whole, for reading across. */
  labels: (string | null)[];
  color: string;
  /** Colours of single places, where they go by a condition or an amount. */
  colors?: (string | null)[];
  dash?: 'solid' | 'dashed' | 'dotted';
  symbol: SymbolName;
  /** The symbol of its points, where its user chose one; points of lines are round otherwise. */
  marker?: SymbolName;
  points: boolean;
  /** Whether its values are written on its marks, where that is not as its layer has it. */
  valued?: boolean | 'ends' | 'extremes';
  /** The size of its points, in pixels across; how much of the ground it lets through. */
  pointSize?: number;
  clear?: number;
  /** The width of its line in pixels, and how it runs between points. */
  width?: number;
  curve?: 'straight' | 'smooth' | 'step';
  /** In small copies: the id it would have in one chart of all. */
  like?: string;
  /** Where the name stands at the line's end: pixels from the drawing's top. */
  endLabel?: { y: number };
}

export { SYMBOLS, type SymbolName } from '../spec';

export interface ScaleModel {
  domain: [number, number];
  ticks: number[];
  labels: string[];
  title: string;
  /** There is no room to write the title. */
  untitled?: boolean;
  unit?: string;
  /** What its user chose to have its numbers counted in, and their decimals: values on marks are written so too. */
  numbers?: ScaleNumbers;
  kind: 'linear' | 'log';
  /** A logarithmic scale was asked for and cannot be: how many values are zero or less. */
  refusedLog?: { below: number };
}

/** Something the chart's maker should know; `change` would answer it. */
export interface Check {
  id: CheckId;
  level: 'note' | 'warning';
  message: string;
  /** The column that it speaks of. */
  column?: string;
  /** What would answer it: a change by name, and what that comes to in the chart that was checked. */
  edit?: Edit;
  change?: Partial<ChartSpec>;
  changeWords?: string;
}
