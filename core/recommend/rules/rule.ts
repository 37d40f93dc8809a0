import { layerWords, type ChartSpec, type Columns, type Layer, type Shape } from '../../spec';

/** What the rules look at: the draft with its sides, and what its figures are like. */
export interface Evidence {
  readonly spec: ChartSpec;
  readonly columns: Columns;
  /** Places along the axis, and series in all. */
  readonly places: number;
  readonly series: number;
  /** Some charted value is below zero. */
  readonly negative?: boolean;
  /** How long the names across are, in characters: half of them are shorter. */
  readonly nameLength?: number;
  /** Why amounts went to the right scale. */
  readonly sideReasons: readonly string[];
  /** Why two scales do not hold all amounts. */
  readonly crowded?: string;
}

export interface Proposal {
  readonly spec: ChartSpec;
  readonly score: number;
  readonly reasons: readonly string[];
}

/** Where the rules come from. */
export const SOURCES = {
  angles:
    'W. S. Cleveland and R. McGill, "Graphical Perception", Journal of the American Statistical Association 79 (1984): angles are judged less exactly than positions.',
  length:
    'W. S. Cleveland and R. McGill (1984): lengths that do not begin on one line are judged less exactly than those that do.',
  dots: 'W. S. Cleveland, "Graphical Methods for Data Presentation", The American Statistician 38 (1984): dot charts.',
  mackinlay:
    'J. Mackinlay, "Automating the Design of Graphical Presentations of Relational Information", ACM Transactions on Graphics 5 (1986): two quantities are shown by two positions.',
  zacks:
    'J. Zacks and B. Tversky, "Bars and Lines", Memory & Cognition 27 (1999): bars are read as separate things, lines as a trend.',
  tufte: 'E. R. Tufte, "Envisioning Information" (1990): small multiples on common scales.',
  practice: 'Common practice, no source.',
} as const;

/** One form that a draft could take, or nothing where it does not suit. */
export interface Rule {
  readonly name: string;
  readonly from: keyof typeof SOURCES;
  readonly propose: (evidence: Evidence) => Proposal | undefined;
}

export const FEW_PLACES = 24;
/** Beyond about so many series lines are hard to follow (common practice, no source). */
export const MANY_SERIES = 7;
/** Two units at most share a chart, one scale each; and so many small copies are still readable (common practice, no source). */
export const MOST_UNITS = 2;
export const MOST_COPIES = 12;
/** A pie has few slices: about six (common practice, no source). */
export const MOST_SLICES = 6;
/** Names longer than this do not stand under columns; beyond so many groups a list is easier to read down. */
export const LONG_NAME = 12;
export const MANY_GROUPS = 30;
/** What amounts that are to be reached are called. */
export const TARGET = /\b(targets?|goals?|budget(ed)?|quotas?|planned|plan|soll|ziel|objectifs?|objetivos?)\b/i;
export const shaped = (spec: ChartSpec, shapeOf: (layer: Layer, i: number) => Shape): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer, i) => ({ ...layer, shape: shapeOf(layer, i) })),
});
export const allLeft = (spec: ChartSpec): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer) => ({ ...layer, side: 'left' as const })),
});
export const twoScales = ({ spec }: Evidence) => spec.layers.some((layer) => layer.side === 'right');
export const addsUp = (layer: Layer) => layer.summary === 'sum' || layer.summary === 'count';
export const overTime = ({ spec }: Evidence) => spec.across.as === 'time' || spec.across.as === 'cycle';
export const what = (e: Evidence) => layerWords(e.spec.layers[0], e);
