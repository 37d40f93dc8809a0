import type { Step } from '../calendar';
import type { Summary } from '../inference';
import type { Amount } from './amount';

export const TREND_KINDS = [
  'linear',
  'logarithmic',
  'exponential',
  'power',
  'polynomial',
  'smooth',
  'moving-average',
  'seasonal',
] as const;
export type TrendKind = (typeof TREND_KINDS)[number];
/** Kinds that cannot be carried on beyond the last place. */
export const STAYING: readonly TrendKind[] = ['smooth', 'moving-average'];
export const BANDS = [0.8, 0.95] as const;
export const MOST_AHEAD = 120;
export const DASHES = ['solid', 'dashed', 'dotted'] as const;

/** How a line that is laid over a chart looks. */
export interface LineStyle {
  color?: string;
  dash?: (typeof DASHES)[number];
  width?: number;
}

/** A trend of every series of a layer, or of the series named. Meanings at the edges: docs/api.md. */
export interface Trend {
  id: string;
  layer: string;
  series?: string;
  kind: TrendKind;
  /** Polynomial: 2 (default) to 6. */
  degree?: number;
  /** Smooth: the share of the points in each local fit, 0.2 to 1; 0.75 by default. */
  span?: number;
  /** Moving average: places, 3 by default. */
  over?: number;
  /** Seasonal: places in a season; by default those of a year, a week or a day. */
  period?: number;
  /** Places carried on beyond the last. */
  ahead?: number;
  /** How probable it is that a single value lies in the band. */
  band?: (typeof BANDS)[number];
  name?: string;
  style?: LineStyle;
}

export const FIGURES = ['mean', 'median', 'min', 'max', 'first', 'last'] as const;
/** A figure of the values drawn, which moves with them. */
export interface DrawnFigure {
  layer: string;
  figure: (typeof FIGURES)[number];
  series?: string;
}
export type ReferenceAt = number | string | DrawnFigure;

/** A line, or with `to` a band, at a value of a scale, at a place, or at each row of another sheet. */
export interface Reference {
  id: string;
  on: 'left' | 'right' | 'across';
  at?: ReferenceAt;
  to?: ReferenceAt;
  from?: { sheet: string; when: string; until?: string; name?: string };
  name?: string;
  style?: LineStyle;
}

export interface Remark {
  id: string;
  at: string | number;
  series?: string;
  text: string;
}
export interface Remarks {
  own?: Remark[];
  /** Up to two columns of the sheet; the first is written strong. */
  columns?: string[];
}

/** The stretch in sight; it leaves no row out. */
export type View = { from: string | number; to: string | number } | { last: number; step: Step };

export const COMPARISONS = ['above', 'below', 'at-least', 'at-most'] as const;
export type Comparison = (typeof COMPARISONS)[number];
export interface ColorWhen {
  is: Comparison;
  than: number | { layer: string };
  color: string;
}
/** Colour by the first condition that holds, or by another amount along a palette from pale to full. */
export type ColorBy =
  { when: ColorWhen[]; otherwise?: string } | { amount: Amount; summary: Summary; palette?: string };
