import type { Calendar, Cycle, Step } from '../calendar';
import type { SummaryKind } from '../inference';
import type { Blanks, PlainFilter, RowsOrder } from '../spec';

/** What to group a sheet's rows by. */
export type GrainAxis =
  /** The first instant of the step that holds a date. */
  | { readonly as: 'step'; readonly column: string; readonly step: Step; readonly calendar: Calendar }
  | { readonly as: 'value'; readonly column: string }
  /** Each row by itself, by its place in the sheet: the first so many in an order. `column` is what the rows are called by. */
  | { readonly as: 'row'; readonly column: string; readonly order?: RowsOrder; readonly limit: number }
  /** The place of a date in a cycle: months 1–12, weekdays 1 (Monday) to 7, hours 0–23. */
  | { readonly as: 'cycle'; readonly column: string; readonly cycle: Cycle }
  /** The index of an interval `[start + i × width, start + (i + 1) × width)`; the last one takes its upper end too. */
  | {
      readonly as: 'bin';
      readonly column: string;
      readonly start: number;
      readonly width: number;
      readonly count: number;
    };

/**
 * What to compute for each group of rows. `of` is a column key, or a formula over column keys worked out row by row.
 * Which of them roll up to coarser groups is decided in finer.ts.
 */
export type Measure =
  | { readonly want: 'rows' }
  /** The place in the sheet of the first row. */
  | { readonly want: 'first-row' }
  /** Of single rows: the place in their order. */
  | { readonly want: 'place' }
  /** How many cells are filled, and what a summary is made of; the first or last by `when` where given, then by place in the sheet. */
  | {
      readonly want: 'count' | NonNullable<SummaryKind['part']>;
      readonly of: string;
      readonly blanks?: Blanks;
      readonly when?: string;
    }
  /** Rows whose cell of a column could not be read. */
  | { readonly want: 'unread'; readonly of: string }
  /** Rows with a value in at least one of the columns of a formula. */
  | { readonly want: 'some'; readonly of: string }
  /** What all rows hold alike, "=" before it; how many different ones there are, "*" before it; null for none. */
  | { readonly want: 'name'; readonly of: string };

/**
 * Filters of a query: those of a chart, and narrower ones for parts of it and the rows behind a point. What only narrows
 * leaves the first few of a chart's filters what they are in the whole chart.
 */
export type RowFilter = { readonly narrows?: true } & OneFilter;

type OneFilter =
  | Exclude<PlainFilter, { top: number }>
  /** The first few values; where they are ranked by a first or last, the date that this goes by. */
  | (Extract<PlainFilter, { top: number }> & { readonly when?: string })
  | { readonly column: string; readonly cycle: Cycle; readonly place: number }
  /** Single rows, by their places in the sheet. */
  | { readonly column: string; readonly rows: readonly number[] }
  /** Rows in which what is worked out is a number, or that number. */
  | { readonly column: string; readonly worked: string; readonly is?: number }
  /** Dates within steps, each given by its start as an ISO date and time; null for rows without a date. */
  | {
      readonly column: string;
      readonly step: Step;
      readonly calendar: Calendar;
      readonly starts: readonly (string | null)[];
    };

/** A question to the table of a sheet; its answer is a Grain. Without axes all rows are one group. */
export interface GroupedQuery {
  readonly kind: 'grouped';
  readonly sheet: string;
  readonly axes: readonly GrainAxis[];
  readonly measures: readonly Measure[];
  readonly filters: readonly RowFilter[];
}

/** Pairs of numbers, with how many rows hold each. Past `limit` different ones, near ones are merged. */
export interface PointsQuery {
  readonly kind: 'points';
  readonly sheet: string;
  /** A column key or a formula each. */
  readonly x: string;
  readonly y: string;
  readonly split?: string;
  readonly filters: readonly RowFilter[];
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

export type Answer = Grain | PointsGrain;

/** The measure's place in a query, or -1. */
export function measureAt(measures: readonly Measure[], wanted: Measure): number {
  return measures.findIndex((measure) => sameMeasure(measure, wanted));
}

export function sameMeasure(a: Measure, b: Measure): boolean {
  return (
    a.want === b.want &&
    ('of' in a ? a.of : '') === ('of' in b ? b.of : '') &&
    ('blanks' in a ? a.blanks : undefined) === ('blanks' in b ? b.blanks : undefined) &&
    ('when' in a ? a.when : undefined) === ('when' in b ? b.when : undefined)
  );
}

/** Two axes are one where they group by the same. */
export function sameAxis(a: GrainAxis, b: GrainAxis): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
