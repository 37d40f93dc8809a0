import type { Calendar, Step } from '../calendar';
import type { Filter } from '../spec';

/** What to group a sheet's rows by. */
export type GrainAxis =
  /** The first instant of the step that holds a date. */
  | { readonly as: 'step'; readonly column: string; readonly step: Step; readonly calendar: Calendar }
  | { readonly as: 'value'; readonly column: string }
  /** The hour of the day, 0 to 23. */
  | { readonly as: 'hour-of-day'; readonly column: string }
  /** The index of an interval `[start + i × width, start + (i + 1) × width)`; the last one takes its upper end too. */
  | {
      readonly as: 'bin';
      readonly column: string;
      readonly start: number;
      readonly width: number;
      readonly count: number;
    };

/** What to compute for each group of rows. The first five can be rolled up to coarser groups, the rest cannot. */
export type Measure =
  | { readonly want: 'rows' }
  /** The place in the sheet of the first row. */
  | { readonly want: 'first-row' }
  | { readonly want: 'sum' | 'count' | 'min' | 'max'; readonly column: string }
  | { readonly want: 'median' | 'distinct'; readonly column: string }
  /** The value of the first or last row that has one, by `when` where given, then by place in the sheet. */
  | { readonly want: 'first' | 'last'; readonly column: string; readonly when?: string };

/** A question to the table of a sheet; its answer is a Grain. */
export interface GroupedQuery {
  readonly kind: 'grouped';
  readonly sheet: string;
  readonly axes: readonly GrainAxis[];
  readonly measures: readonly Measure[];
  readonly filters: readonly Filter[];
}

/** Pairs of numbers, with how many rows hold each. Past `limit` different ones, near ones are merged. */
export interface PointsQuery {
  readonly kind: 'points';
  readonly sheet: string;
  readonly x: string;
  readonly y: string;
  readonly split?: string;
  readonly filters: readonly Filter[];
  readonly limit: number;
}

export type GrainQuery = GroupedQuery | PointsQuery;

export type GrainValue = string | number | boolean | null;

/** The answer to a GroupedQuery: one entry per group of rows in each array. Dates are instants; sums are plain decimal texts. */
export interface Grain {
  readonly axes: readonly (readonly GrainValue[])[];
  readonly measures: readonly (readonly (string | number | null)[])[];
  readonly size: number;
}

export interface PointsGrain {
  readonly points: readonly {
    readonly x: number;
    readonly y: number;
    readonly split: GrainValue;
    readonly count: number;
  }[];
  /** Near points stand as one at their middle. */
  readonly merged: boolean;
  /** Rows without one of the two numbers. */
  readonly incomplete: number;
}

/** The measure's place in a query, or -1. */
export function measureAt(measures: readonly Measure[], wanted: Measure): number {
  return measures.findIndex((measure) => sameMeasure(measure, wanted));
}

export function sameMeasure(a: Measure, b: Measure): boolean {
  return (
    a.want === b.want &&
    ('column' in a ? a.column : '') === ('column' in b ? b.column : '') &&
    ('when' in a ? a.when : undefined) === ('when' in b ? b.when : undefined)
  );
}
