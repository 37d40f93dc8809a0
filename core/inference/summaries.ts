import type { Summary } from './profile';

/** How partial figures of groups of rows become the figure of all of them together. */
export type RollUp =
  /** By adding up how many there are. */
  | 'count'
  /** By adding up exact sums; an average divides by the count. */
  | 'sum'
  | 'mean'
  /** The least or the greatest of them. */
  | 'min'
  | 'max'
  /** Not at all: it is asked of the table at the level shown. */
  | 'none';

/** All that is known of a summary; what asks, shapes, checks and words read it here. */
export interface SummaryKind {
  readonly roll: RollUp;
  /** What of a group of rows is asked for beside how many of its cells are filled. */
  readonly part?: 'sum' | 'min' | 'max' | 'median' | 'distinct' | 'first' | 'last';
  /** Its value where no cell is filled. */
  readonly none: 0 | null;
  /** It counts cells of any kind; all others need numbers. */
  readonly counts: boolean;
  /** It goes by an order of the rows: by date, else by place in the sheet. */
  readonly ordered: boolean;
  /** Its values are cells or sums of cells, with their decimals. */
  readonly keepsDecimals: boolean;
  /** The values of groups add up to that of all of them together. */
  readonly addsUp: boolean;
  /** In the sentence, "average of takings"; before a name, "Average takings": nothing where it goes without saying. */
  readonly words: string;
  readonly before: string;
}

const SAME = { none: null, counts: false, ordered: false, keepsDecimals: true, addsUp: true } as const;

export const SUMMARY_KINDS: Readonly<Record<Summary, SummaryKind>> = {
  sum: { ...SAME, roll: 'sum', part: 'sum', words: 'total', before: '' },
  mean: {
    ...SAME,
    roll: 'mean',
    part: 'sum',
    keepsDecimals: false,
    addsUp: false,
    words: 'average',
    before: 'Average ',
  },
  median: {
    ...SAME,
    roll: 'none',
    part: 'median',
    keepsDecimals: false,
    addsUp: false,
    words: 'median',
    before: 'Median ',
  },
  min: { ...SAME, roll: 'min', part: 'min', addsUp: false, words: 'smallest', before: 'Smallest ' },
  max: { ...SAME, roll: 'max', part: 'max', addsUp: false, words: 'largest', before: 'Largest ' },
  first: { ...SAME, roll: 'none', part: 'first', ordered: true, words: 'first', before: 'First ' },
  last: { ...SAME, roll: 'none', part: 'last', ordered: true, words: 'last', before: '' },
  count: { ...SAME, roll: 'count', none: 0, counts: true, keepsDecimals: false, words: 'count', before: 'Count of ' },
  distinct: {
    ...SAME,
    roll: 'none',
    part: 'distinct',
    none: 0,
    counts: true,
    keepsDecimals: false,
    addsUp: false,
    words: 'number of different',
    before: 'Different ',
  },
};

/** In the order that they are offered. */
export const SUMMARIES = Object.keys(SUMMARY_KINDS) as readonly Summary[];
