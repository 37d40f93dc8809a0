import type { Cycle, Step } from '../../calendar';
import type { Frame, FrameSeries } from '../../shaping';

/** What stands out of a chart: figures alone, worded by layout. `weight` is how surprising it is, 0 to 1. */
export type Finding = { readonly at?: number; readonly series?: string; readonly weight: number } & (
  | {
      readonly is: 'highest' | 'lowest';
      readonly at: number;
      readonly series: string;
      readonly value: number;
      readonly usual: number;
    }
  /** The highest or lowest of all Octobers, of so many. */
  | {
      readonly is: 'record';
      readonly at: number;
      readonly series: string;
      readonly high: boolean;
      readonly value: number;
      readonly before: number;
      readonly of: number;
      readonly season: Season;
    }
  /** A change against the place before, and the usual one that way. */
  | {
      readonly is: 'jump';
      readonly at: number;
      readonly series: string;
      readonly from: number;
      readonly to: number;
      readonly usual: number;
      readonly times: number;
    }
  /** Far from what its season, or all places, usually are. */
  | {
      readonly is: 'odd';
      readonly at: number;
      readonly series: string;
      readonly value: number;
      readonly usual: number;
      readonly above: boolean;
      readonly season?: Season;
    }
  /** A series that was below another and is above it from a place on. */
  | { readonly is: 'overtaking'; readonly at: number; readonly series: string; readonly other: string }
  /** The same place of the season is highest or lowest in so many of all seasons. */
  | {
      readonly is: 'season';
      readonly series: string;
      readonly high: boolean;
      readonly season: Season;
      readonly times: number;
      readonly of: number;
      readonly per: 'year' | 'week' | 'day';
    }
  /** So many of all groups make so much of the whole. */
  | {
      readonly is: 'few';
      readonly count: number;
      readonly of: number;
      readonly share: number;
      readonly places: readonly number[];
    }
);

/** A place in a season: "October", "Q2", "Saturday". */
export type Season = { readonly cycle: Cycle | 'quarter'; readonly place: number };

/** What findings are looked for in. */
export interface Looking {
  readonly frame: Frame;
  readonly step?: Step;
  /** The values of a series without places that are not whole. */
  readonly whole: (series: FrameSeries) => readonly (number | null)[];
  /** Whether the values of a series are parts of a whole. */
  readonly isAmount: (series: FrameSeries) => boolean;
  /** The place of each place in its season; none where nothing repeats. */
  readonly seasons?: readonly Season[];
  /** The season that each place lies in: its year, its week. */
  readonly rounds?: readonly number[];
  readonly per?: 'year' | 'week' | 'day';
  /** The series that are looked at: the largest few. */
  readonly series: readonly FrameSeries[];
}
export type Finder = (of: Looking) => Finding[];

export const known = (values: readonly (number | null)[]): { at: number; value: number }[] =>
  values.flatMap((value, at) => (value === null ? [] : [{ at, value }]));
