import { isRateUnit } from '../inference';
import type { Figures } from './figures';
import type { TableFacts } from './table';
import { isPlural, type Idea } from './words';

/** All that is known of an amount when it is asked how its rows are to be summarised. */
export interface AmountFacts {
  readonly name: string;
  readonly unit?: string;
  readonly percent: boolean;
  readonly money: boolean;
  /** The header counts in thousands or millions. */
  readonly counted: boolean;
  readonly ideas: ReadonlySet<Idea>;
  readonly figures: Figures;
  /** How many times the smallest goes into the largest. */
  readonly reach: number;
  /** The correlation of neighbours in time. */
  readonly smooth: number;
  /** Names of the columns that it is the sum of, that it is a part of, and that it is the product of. */
  readonly sumOf?: readonly string[];
  readonly partOf?: string;
  readonly productOf?: readonly [string, string];
  /** Its neighbours and it add up to 1 or 100. */
  readonly share: boolean;
  /** The column within whose groups it is the same. */
  readonly within?: string;
  /** It is one of several large whole numbers whose headers say nothing. */
  readonly alike: boolean;
  /** Of a level in rows of many things: the place of the column that it is the level of. */
  readonly levelOf?: number;
  readonly table: TableFacts;
}

/** One thing that speaks for the total (points above 0) or for the average (below). */
export interface Evidence {
  readonly id: string;
  readonly points: number;
  readonly holds: (facts: AmountFacts) => boolean;
  /** In a clause, for its user. */
  readonly says: (facts: AmountFacts) => string;
}

/** Units that what is used, sold or made is told in, and units of size that a thing or a moment has (common practice, no source). */
const QUANTITY =
  /^(kg|g|t|l|ml|kl|hl|kwh|mwh|wh|m3|m³|pcs|pieces|stk|stück|units|tonnes|tons|lb|lbs|gal|gallons|litres|liters|h|hrs|hours|min|mins|minutes|trays|pots|boxes|people)$/i;
const SIZE = /^(mm|cm|m|km|in|ft|yd|mi|miles|inches|m²|m2|ha|acres|km²|v|kv|a|ma|w|kw|mw|hz|khz|mhz|s|ms|db)$/i;
export const OUT_OF = /out of \d|\b1\s*(?:-|–|to)\s*(?:5|7|10)\b/i;
const SPAN = /\b(days?|weeks?|months?|hours?|minutes?|tage|jours|días|giorni|dias|dagen) (to|in|bis|zu|pour)\b/i;

/** Points for an average before anything is known: what nothing speaks for is not added up. */
export const BASE = -2;

const narrow = ({ least, most }: Figures) => least > 0 && most < 3 * least;
const within1 = ({ least, most, distinct }: Figures) => least >= 0 && most <= 1 && distinct > 2;
const saysFlow = ({ ideas }: AmountFacts) => ideas.has('flow') || ideas.has('count');
const inSeries = ({ table }: AmountFacts) => table.sequences.length > 0 && table.step !== undefined;

const word =
  (idea: Idea) =>
  ({ ideas }: AmountFacts): boolean =>
    ideas.has(idea);

/**
 * Whole points, about 0.45 of the log-odds each. Fitted by logistic regression to the columns of some 290 sheets judged
 * by hand, the sheets left out in turn, and rounded; where only a few columns spoke, by judgement.
 */
export const EVIDENCE: readonly Evidence[] = [
  {
    id: 'rate-unit',
    points: -8,
    holds: ({ unit, name, percent, ideas }) =>
      percent ||
      (unit?.includes('/') ?? false) ||
      // Rain is told in millimetres, and adds up.
      (isRateUnit(unit) && !(unit === 'mm' && ideas.has('flow'))) ||
      /\/ ?\p{L}|%|°/u.test(name),
    says: ({ unit, percent }) =>
      percent || unit === '%'
        ? 'it is in percent, and percents are not added up'
        : `a sum of ${unit ?? 'such figures'} means nothing`,
  },
  { id: 'each', points: -8, holds: word('each'), says: () => 'the header says so much for each of something else' },
  { id: 'average', points: -8, holds: word('average'), says: () => 'the header says that it is an average already' },
  {
    id: 'out-of',
    points: -8,
    holds: ({ name }) => OUT_OF.test(name),
    says: () => 'it is a mark out of so many, and marks are not added up',
  },
  {
    id: 'within-1',
    points: -6,
    holds: ({ figures }) => within1(figures),
    says: () => 'all values lie between 0 and 1, as shares do',
  },
  {
    id: 'smooth',
    points: -5,
    holds: (facts) => inSeries(facts) && facts.smooth > 0.8 && !saysFlow(facts),
    says: () => 'it moves smoothly from row to row, as levels and measurements do',
  },
  {
    id: 'smooth-flow',
    points: -1,
    holds: (facts) => inSeries(facts) && facts.smooth > 0.8 && saysFlow(facts),
    says: () => 'it moves smoothly from row to row',
  },
  {
    id: 'measure',
    points: -4,
    holds: ({ ideas, unit }) =>
      ideas.has('measure') || (unit !== undefined && SIZE.test(unit) && !(unit === 'mm' && ideas.has('flow'))),
    says: () => 'it is measured, and measurements are not added up',
  },
  {
    id: 'body',
    points: -4,
    holds: word('body'),
    says: ({ name }) => `it belongs to a person or a thing, and nobody adds up “${name}”`,
  },
  {
    id: 'span',
    points: -8,
    holds: ({ ideas, name }) =>
      (ideas.has('minutes') || ideas.has('duration') || /time/i.test(name)) && (ideas.has('span') || SPAN.test(name)),
    says: () => 'it is how long each one took',
  },
  {
    id: 'share',
    points: -4,
    holds: ({ share }) => share,
    says: () => 'it and its neighbours add up to a whole in every row',
  },
  {
    id: 'narrow',
    points: -3,
    holds: ({ figures }) => narrow(figures),
    says: () => 'the values keep within a narrow band far from 0, as measurements do',
  },
  {
    id: 'steady',
    points: -3,
    holds: (facts) => facts.smooth > 0.8 && narrow(facts.figures) && !saysFlow(facts),
    says: () => 'it keeps its height from one time to the next',
  },
  {
    id: 'steps',
    points: -3,
    holds: ({ ideas, figures: { whole, least, most, distinct, skew } }) =>
      !ideas.has('count') && whole && least >= 1 && most <= 10 && distinct >= 3 && skew < 0.4,
    says: ({ figures }) => `the values are steps of a scale, from ${figures.least} to ${figures.most}`,
  },
  { id: 'price', points: -6, holds: word('price'), says: () => 'it is the price of one, and prices are not added up' },
  {
    id: 'fee',
    points: -3,
    holds: ({ ideas, table }) => ideas.has('fee') && !table.dated,
    says: () => 'it is what one pays each time',
  },
  { id: 'rate', points: -2, holds: word('rate'), says: () => 'the header says that it is a rate or a share' },
  { id: 'score', points: -2, holds: word('score'), says: () => 'it is a score, and scores are not added up' },
  { id: 'income', points: -2, holds: word('income'), says: () => 'it is what one person earns' },
  {
    id: 'within-group',
    points: -2,
    holds: ({ within }) => within !== undefined,
    says: ({ within }) =>
      `it is the same in all rows of one “${within}”, so that adding it up would count it many times`,
  },
  {
    id: 'named',
    points: -2,
    holds: ({ table }) => !table.dated && table.named !== undefined && !table.persons,
    says: () => 'each row is a thing of its own',
  },
  {
    id: 'persons',
    points: -2,
    holds: ({ table }) => table.persons && !table.cells,
    says: () => 'each row is a person',
  },
  {
    id: 'undated',
    points: -2,
    holds: (facts) => {
      const { persons, named, when, cells, happened } = facts.table;
      const said = happened || facts.ideas.has('trade');
      return !persons && named === undefined && when === undefined && !cells && !said;
    },
    says: () => 'the rows have no date, so that nothing says that they happened',
  },
  { id: 'duration', points: -1, holds: word('duration'), says: () => 'it is a span of time' },
  {
    id: 'level',
    points: -1,
    holds: (facts) => facts.ideas.has('level') && facts.table.sequences.length > 0,
    says: () => 'it is what there is at a moment',
  },
  {
    id: 'decimals',
    points: -1,
    holds: ({ figures }) => !figures.whole && figures.spread < 0.7,
    says: () => 'the values have decimals and lie close together, as measurements do',
  },
  {
    id: 'tight',
    points: -1,
    holds: ({ figures }) => figures.spread < 0.15,
    says: () => 'the values hardly differ',
  },
  { id: 'small', points: -1, holds: ({ figures }) => figures.usual < 10, says: () => 'the values are small' },
  { id: 'negative', points: -1, holds: ({ figures }) => figures.least < 0, says: () => 'some values are below 0' },
  {
    id: 'irregular',
    points: 1,
    holds: ({ table }) => table.dated && table.step === undefined,
    says: () => 'the rows come at irregular dates, as what happens does',
  },
  {
    id: 'stock',
    points: 5,
    holds: ({ ideas, table }) => ideas.has('level') && table.when === undefined && !table.persons,
    says: () => 'it is what there is, and over things that adds up',
  },
  { id: 'flow', points: 3, holds: word('flow'), says: () => 'it is what came in, went out or was made' },
  { id: 'time-spent', points: 2, holds: word('minutes'), says: () => 'it is time that was spent' },
  {
    id: 'paid-in',
    points: 2,
    holds: ({ ideas, table }) => ideas.has('income') && table.dated && !table.persons,
    says: () => 'it is what came in on each date',
  },
  {
    id: 'noughts',
    points: 2,
    holds: ({ figures }) => figures.noughts > 0.2,
    says: () => 'many rows have 0, as amounts of what happens do',
  },
  {
    id: 'plural',
    points: 2,
    holds: ({ name, figures, ideas }) =>
      isPlural(name) && figures.whole && !['score', 'rate', 'price', 'measure'].some((idea) => ideas.has(idea as Idea)),
    says: ({ name }) => `it is a whole number of things (${name})`,
  },
  {
    id: 'alike',
    points: 2,
    holds: ({ alike }) => alike,
    says: () => 'several columns hold large whole numbers, as counts do',
  },
  { id: 'total', points: 3, holds: word('total'), says: () => 'the header says that it is a total' },
  {
    id: 'wide',
    points: 3,
    holds: ({ figures }) => figures.whole && figures.spread > 0.7,
    says: () => 'they are whole numbers that differ widely, as counts do',
  },
  {
    id: 'thousandfold',
    points: 3,
    holds: ({ reach }) => reach >= 1000,
    says: () => 'the largest is more than a thousand times the smallest',
  },
  {
    id: 'large',
    points: 3,
    holds: ({ figures }) => figures.usual >= 1000,
    says: () => 'the values are mostly 1,000 or more',
  },
  {
    id: 'sum',
    points: 3,
    holds: ({ sumOf, partOf }) => sumOf !== undefined || partOf !== undefined,
    says: ({ sumOf, partOf }) =>
      sumOf ? `it is the sum of ${listed(sumOf)} in every row` : `it is a part of “${partOf}”`,
  },
  {
    id: 'product',
    points: 4,
    holds: ({ productOf }) => productOf !== undefined,
    says: ({ productOf }) => `it is “${productOf?.[0]}” times “${productOf?.[1]}” in every row`,
  },
  {
    id: 'dated',
    points: 3,
    holds: ({ table }) => table.dated,
    says: () => 'the rows are dated, and what happens on dates adds up',
  },
  {
    id: 'dated-flow',
    points: 3,
    holds: ({ table, money, ideas }) => table.dated && (money || ideas.has('flow') || ideas.has('fee')),
    says: ({ money }) => (money ? 'it is money on dated rows' : 'it came in or went out on dated rows'),
  },
  {
    id: 'cells',
    points: 3,
    holds: ({ table }) => table.cells,
    says: () => 'the sheet is a table of counts: only groups stand beside it',
  },
  { id: 'count', points: 4, holds: word('count'), says: ({ name }) => `the header counts something (${name})` },
  {
    id: 'counted',
    points: 4,
    holds: ({ counted }) => counted,
    says: () => 'the header counts in thousands or millions',
  },
  {
    id: 'quantity',
    points: 4,
    holds: ({ unit, ideas, name }) =>
      (unit !== undefined && QUANTITY.test(unit)) || ideas.has('quantity') || /person.?(year|day|hour)s/i.test(name),
    says: ({ unit }) => (unit ? `${unit} is the unit of a quantity` : 'it is a quantity'),
  },
];

const listed = (names: readonly string[]) =>
  names.length > 3
    ? `${names.length} columns`
    : names.map((name, i) => `${i === 0 ? '' : i === names.length - 1 ? ' and ' : ', '}“${name}”`).join('');

/** The evidence that speaks of a rate, a price or a measure by a word or a unit: it holds also in sheets with dates. */
export const SPEAKING: ReadonlySet<string> = new Set([
  'rate-unit',
  'each',
  'average',
  'out-of',
  'measure',
  'body',
  'span',
  'price',
  'fee',
  'rate',
  'score',
]);
