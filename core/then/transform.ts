import type { Calendar, Step } from '../calendar';

/** What its user can choose of a transform. */
export interface ThenBy {
  /** Of running totals: they start again with each year. */
  restart?: 'year';
  /** Of changes: what each value is compared with; absent: the place before. */
  against?: 'previous' | 'year-before';
  /** Of moving averages: over how many places. */
  over?: number;
}

/** The values of one series, place by place. */
export type Values = readonly (number | null)[];

/** What runs across, as far as transforms ask: time with its step, or other places. */
export interface Run {
  /** Absent where no time runs across. */
  readonly step?: Step;
  readonly calendar?: Calendar;
}

/** What a transform knows of the series beside their values. */
export interface ThenContext extends Run {
  readonly by: ThenBy;
  /** The places across: where time runs, ISO dates of the starts of the steps. */
  readonly places: readonly string[];
  /** What each series is split by, as text. */
  readonly splits: readonly (string | undefined)[];
  /** The series are steps of time that follow on each other, such as years, laid over a cycle. */
  readonly laidOver?: boolean;
}

/** What is offered of a transform in a menu. */
export interface Offer {
  readonly words: string;
  readonly by?: ThenBy;
}

/** What a menu asks before it offers: what runs across, and what there is to compare and share. */
export interface Offering extends Run {
  /** Places follow on each other: time, or a cycle. */
  readonly follows: boolean;
  readonly split: boolean;
  /** A year before is in the data. */
  readonly yearBefore: boolean;
}

/** Something that is made of the values of a layer after the summary. Each takes series and gives series, so they compose. */
export interface Transform {
  readonly options: readonly (keyof ThenBy)[];
  /** "same": that of the amount. */
  readonly unit: 'same' | '%';
  /** Its values have as many decimals as the amount's: sums and differences of them. */
  readonly keepsDecimals: boolean;
  /** Its values are parts of a whole. */
  readonly parts: boolean;
  /** The name of a layer, with that of its amount for "…": "Running total of …". */
  readonly title: string;
  /** As the sentence has it: "a running total from the start of each year". */
  readonly words: (by: ThenBy, run: Run) => string;
  readonly offers: (offering: Offering) => readonly Offer[];
  /** One list of values per series, aligned with the places. */
  readonly apply: (series: readonly Values[], context: ThenContext) => (number | null)[][];
}

/** What a place is called: its step, or "place". */
export const placeWord = ({ step }: Run): string => step ?? 'place';
