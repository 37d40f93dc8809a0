import type { TrendKind } from '../spec';
import type { Finding } from './findings';

/** What is looked at beside the values of a chart: numbers alone, without words and places. */
export interface Looked {
  readonly trends: readonly TrendLine[];
  readonly references: readonly PlacedReference[];
  readonly remarks: readonly PlacedRemark[];
  readonly relations: readonly Relation[];
  readonly findings: readonly Finding[];
  /** How many places at the end lie beyond the data. */
  readonly ahead: number;
  /** The stretch in sight, both places in it; absent: all. */
  readonly view?: Stretch;
  /** What was asked for and is not drawn, with the words of why. */
  readonly refused: readonly Refused[];
  /** The colour of each place of a series, by series id, and the legend of colours by an amount. */
  readonly colors: ReadonlyMap<string, readonly (string | null)[]>;
  readonly colorKeys: readonly ColorKey[];
}

export interface Stretch {
  readonly from: number;
  readonly to: number;
}

export interface TrendLine {
  readonly id: string;
  /** The id of the series. */
  readonly of: string;
  readonly kind: TrendKind;
  /** Polynomial: its degree; moving average: over; seasonal: its period. */
  readonly size?: number;
  /** Seasonal: whether the season is added or times the level. */
  readonly season?: 'additive' | 'multiplicative';
  /** Aligned with the places, those beyond the data too. */
  readonly values: readonly (number | null)[];
  readonly curve?: readonly { readonly x: number; readonly y: number }[];
  readonly low?: readonly (number | null)[];
  readonly high?: readonly (number | null)[];
  readonly coefficients?: readonly number[];
  readonly r2?: number;
  /** The root mean square of what it misses of places that it does not know, in the unit of the series. */
  readonly error: number;
  readonly n: number;
  /** Places that were missing and filled straight for the fit. */
  readonly filled?: number;
}

export interface Refused {
  readonly what: 'trend' | 'reference' | 'remark' | 'color' | 'view';
  readonly id: string;
  readonly of?: string;
  /** Ends a sentence that begins with what is not drawn. */
  readonly why: string;
}

export interface PlacedReference {
  /** Rows of another sheet share the id of their reference. */
  readonly id: string;
  readonly on: 'left' | 'right' | 'across';
  readonly value: number | string;
  readonly to?: number | string;
  /** On what runs across: the places, as indices. */
  readonly at?: Stretch;
  readonly name?: string;
}

export interface PlacedRemark {
  readonly id?: string;
  readonly at: number;
  readonly series?: string;
  readonly text: string;
  readonly strong?: string;
}

export interface Relation {
  readonly a: string;
  readonly b: string;
  readonly n: number;
  readonly r: number;
  readonly rho: number;
  readonly ofChanges?: number;
  readonly lag?: { readonly steps: number; readonly r: number };
}

/** What colours mean: from what to what, or each condition. */
export interface ColorKey {
  readonly layer: string;
  readonly scale?: {
    readonly low: number;
    readonly high: number;
    readonly colors: readonly string[];
    readonly series?: string;
  };
  readonly when?: readonly { readonly color: string; readonly met: number }[];
}
