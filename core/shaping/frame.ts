import type { GrainValue } from '../grain';

/** Series on one axis: what a chart shows, before scales and words. */
export interface Frame {
  readonly across: FrameAcross;
  readonly series: readonly FrameSeries[];
  readonly points?: readonly FramePoint[];
  /** Small copies: which series stand in each. */
  readonly panels?: readonly FramePanel[];
  readonly facts: FrameFacts;
  readonly notes?: FrameNotes;
}

/** What stands beside the values: texts and dates that are laid over the chart, and amounts that it is coloured by. */
export interface FrameNotes {
  /** Texts of rows at their places, in the order of the places and of the sheet. */
  readonly remarks?: {
    readonly rows: readonly NotedRow[];
    /** Rows with a text that have no place in the chart, and those beyond the first so many. */
    readonly unplaced: number;
    readonly cut: number;
    /** Why none are shown. */
    readonly refused?: string;
  };
  /** The rows of other sheets that references stand at, by the ids of the references. */
  readonly dates?: ReadonlyMap<string, NotedDates>;
  /** The series of the amounts that layers are coloured by, by the ids of the layers. */
  readonly colors?: ReadonlyMap<string, readonly FrameSeries[]>;
}

export interface NotedRow {
  readonly at: number;
  /** One text for each column, the first one first. */
  readonly texts: readonly (string | null)[];
}

export interface NotedDates {
  /** ISO dates, both ends included. */
  readonly rows: readonly { readonly from: string; readonly to?: string; readonly name?: string }[];
  readonly cut: number;
  readonly refused?: string;
}

export interface FrameAcross {
  readonly kind: 'time' | 'cycle' | 'group' | 'number' | 'bins';
  /** ISO dates, texts of groups, numbers, lower bounds of bins, or places of a cycle. */
  readonly values: readonly (string | number)[];
  /** The words of each place where they are not its value: what single rows are called. */
  readonly labels?: readonly string[];
  /** The width of each bin. */
  readonly width?: number;
  /** Where the group of blanks stands. */
  readonly blankAt?: number;
  /** Where the groups beyond the first few stand together. */
  readonly otherAt?: number;
}

export interface FrameSeries {
  readonly id: string;
  readonly layer: string;
  readonly split?: GrainValue;
  /** Aligned with `across.values`; null is a gap. */
  readonly values: readonly (number | null)[];
  /** Of a layer that is read: its words at each place; its values are null. */
  readonly texts?: readonly (string | null)[];
  readonly gaps: 'open' | 'bridge';
  /** The id of the series that this one carries on from. */
  readonly joins?: string;
  /** In small copies: the id that the series would have in one chart of all; those alike have one colour. */
  readonly like?: string;
}

export interface FramePanel {
  readonly value: string;
  readonly series: readonly string[];
}

export interface FramePoint {
  readonly x: number;
  readonly y: number;
  readonly series: string;
  readonly count: number;
}

/** A step that the data begins or ends inside of: how many days of it there are, from its first or to its last row. */
export interface PartialStep {
  readonly days: number;
  readonly of: number;
  /** Its place along the axis. */
  readonly at: number;
  /** A filter begins or ends inside of it: it is cut on purpose. */
  readonly cut?: true;
}
export interface Partials {
  readonly first?: PartialStep;
  readonly last?: PartialStep;
}

/** Groups that found no partner where two sheets are laid on the same groups. */
export interface Unmatched {
  readonly layer: string;
  /** Groups of the other sheet that this one does not have; rows of the layer that they hold. */
  readonly theirs: readonly string[];
  readonly rows: number;
  /** Groups of this sheet that the other one does not have. */
  readonly ours: readonly string[];
}

/** What shaping learnt on its way, for the checks. */
export interface FrameFacts {
  /** Rows in the chart, and rows left out because what runs across is blank there. */
  readonly rows: number;
  readonly blankAcross: number;
  /** ISO dates of the first and last day (or hour) with rows, where time runs across. */
  readonly first?: string;
  readonly last?: string;
  /** Where filters leave rows out: the last step that the whole sheet reaches (whole, where only such are shown), as filters on its dates leave it. */
  readonly reaches?: string;
  /** Places without rows, and the places in all. */
  readonly emptyPlaces: number;
  /** Empty places that the data never fills, such as closed Sundays: no break in its rhythm, the line is joined over them. */
  readonly rests: readonly number[];
  /** The gaps as decided: the spec's wish, or the default that suits the data. */
  readonly gaps: 'open' | 'bridge' | 'zero';
  /**
   * Of the rows in sight (those that filters and what is set aside leave) how many have an empty cell of an amount, and how many
   * an unread one of any column in play, by column; none where the profile of the column tells.
   */
  readonly inSight?: {
    readonly empty: Readonly<Record<string, number>>;
    readonly unread: Readonly<Record<string, number>>;
  };
  /** Rows that carry each layer's amount, by layer. */
  readonly counts: Readonly<Record<string, number>>;
  /** The first and the last step, where they are not whole. */
  readonly partials: Partials;
  /** Near points of a scatter stand as one. */
  readonly merged?: boolean;
  /** There are more rows than are drawn one by one. */
  readonly rowsCut?: boolean;
  /** Places that fewer than three rows stand behind, where others have more. */
  readonly thinPlaces?: number;
  readonly unmatched?: readonly Unmatched[];
  /** Rows left out of a formula because a cell of it is blank, and the rows that hold some of its cells, by layer. */
  readonly blanks?: Readonly<Record<string, { readonly of: number; readonly out: number }>>;
  /** Which of the points to be set aside are in the chart, by their place in the spec. */
  readonly setAside?: readonly number[];
}
