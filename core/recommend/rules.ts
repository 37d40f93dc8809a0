import { coarser, count, floor } from '../calendar';
import { isNumeric } from '../inference';
import {
  amountName,
  column,
  layerUnit,
  layerWords,
  lowerFirst,
  type ChartSpec,
  type Columns,
  type Layer,
  type Shape,
} from '../spec';
import { spanOf } from './draft';

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
}

export interface Proposal {
  readonly spec: ChartSpec;
  readonly score: number;
  readonly reasons: readonly string[];
}

/** One form that a draft could take, or nothing where it does not suit. */
interface Rule {
  readonly name: string;
  readonly propose: (evidence: Evidence) => Proposal | undefined;
}

const FEW_PLACES = 24;
/** Beyond about so many series lines are hard to follow (common practice, no source). */
const MANY_SERIES = 7;
/** Two units at most share a chart, one scale each; and so many small copies are still readable (common practice, no source). */
const MOST_UNITS = 2;
const MOST_COPIES = 12;
/** A pie has few slices: about six (common practice, no source). */
const MOST_SLICES = 6;
/** Names longer than this do not stand under columns; beyond so many groups a list is easier to read down. */
const LONG_NAME = 12;
const MANY_GROUPS = 30;
/** What amounts that are to be reached are called. */
const TARGET = /\b(targets?|goals?|budget(ed)?|quotas?|planned|plan|soll|ziel|objectifs?|objetivos?)\b/i;
const shaped = (spec: ChartSpec, shapeOf: (layer: Layer, i: number) => Shape): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer, i) => ({ ...layer, shape: shapeOf(layer, i) })),
});
const allLeft = (spec: ChartSpec): ChartSpec => ({
  ...spec,
  layers: spec.layers.map((layer) => ({ ...layer, side: 'left' as const })),
});
const twoScales = ({ spec }: Evidence) => spec.layers.some((layer) => layer.side === 'right');
const addsUp = (layer: Layer) => layer.summary === 'sum' || layer.summary === 'count';
const overTime = ({ spec }: Evidence) => spec.across.as === 'time' || spec.across.as === 'cycle';
const what = (e: Evidence) => layerWords(e.spec.layers[0], e);

/**
 * The forms in order of preference among equals. Sources: lines for change over time, position on a common scale before
 * length, and length before area: W. S. Cleveland and R. McGill, "Graphical Perception", JASA 79 (1984). The rest is
 * common practice, no source.
 */
const RULES: readonly Rule[] = [
  {
    name: 'line over time',
    propose: (e) =>
      overTime(e) && !twoScales(e)
        ? {
            spec: shaped(e.spec, () => 'line'),
            score: e.series > MANY_SERIES ? 0.78 : e.places >= 3 ? 0.92 : 0.6,
            reasons: [
              e.spec.split ? 'One line each keeps them apart over time.' : 'A line shows how it goes over time.',
            ],
          }
        : undefined,
  },
  {
    name: 'one copy per amount',
    propose: (e) => {
      const units = new Set(e.spec.layers.map((layer) => layerUnit(layer, e) ?? ''));
      if (units.size <= MOST_UNITS || e.spec.across.as === 'number' || e.spec.across.as === 'bins') return undefined;
      return {
        spec: { ...shaped(allLeft(e.spec), () => (overTime(e) ? 'line' : 'column')), panels: { by: 'layer' } },
        score: 0.97,
        reasons: [`${units.size} units do not fit two scales: each amount gets a small copy of its own.`],
      };
    },
  },
  {
    name: 'one copy per group',
    propose: (e) => {
      const { split, ...rest } = e.spec;
      if (!split || split.step || twoScales(e) || e.series <= MANY_SERIES || e.spec.layers.length > 1) return undefined;
      if (rest.across.as === 'number') return undefined;
      const few = e.series > MOST_COPIES ? { keep: MOST_COPIES - 1 } : {};
      return {
        spec: {
          ...shaped(rest, () => (overTime(e) ? 'line' : 'column')),
          panels: { column: split.column, ...few },
        },
        score: 0.84,
        reasons: [`${e.series} of them each in a small copy, on common scales.`],
      };
    },
  },
  {
    name: 'the largest lines',
    propose: (e) =>
      overTime(e) && !twoScales(e) && e.spec.split && !e.spec.split.step && e.series > MANY_SERIES
        ? {
            spec: { ...shaped(e.spec, () => 'line'), split: { ...e.spec.split, keep: 5 } },
            score: 0.9,
            reasons: [`${e.series} lines are hard to follow: the five largest, and the rest together.`],
          }
        : undefined,
  },
  {
    name: 'parts of 100 % over time',
    propose: (e) => {
      const [layer] = e.spec.layers;
      if (!overTime(e) || !e.spec.split || e.spec.split.step || e.spec.layers.length > 1) return undefined;
      if (!addsUp(layer) || e.negative || e.series > 8) return undefined;
      return {
        spec: { ...e.spec, layers: [{ ...layer, shape: e.places > FEW_PLACES ? 'area' : 'column', stack: 'share' }] },
        score: 0.56,
        reasons: [`How the parts of ${lowerFirst(what(e))} shift, whatever their sum.`],
      };
    },
  },
  {
    name: 'combo over time',
    propose: (e) => {
      if (!overTime(e) || !twoScales(e)) return undefined;
      const columnsFirst =
        !e.spec.split &&
        e.spec.layers.filter((layer) => layer.side === 'left').length === 1 &&
        addsUp(e.spec.layers[0]) &&
        e.places <= 60;
      return {
        spec: shaped(e.spec, (layer) => (layer.side === 'left' && columnsFirst ? 'column' : 'line')),
        score: 0.94,
        reasons: [...e.sideReasons],
      };
    },
  },
  {
    name: 'both as lines on two scales',
    propose: (e) =>
      overTime(e) && twoScales(e) && !e.spec.split
        ? { spec: shaped(e.spec, () => 'line'), score: 0.7, reasons: ['Both as lines, each on a scale of its own.'] }
        : undefined,
  },
  {
    name: 'stacked columns',
    propose: (e) => {
      const [layer] = e.spec.layers;
      if (!e.spec.split || e.spec.layers.length > 1 || !addsUp(layer) || e.spec.across.as === 'number' || e.series > 8)
        return undefined;
      const { across } = e.spec;
      const step = across.as === 'time' && e.places > FEW_PLACES ? coarser(across.step) : undefined;
      const spec = { ...e.spec, across: step && across.as === 'time' ? { ...across, step } : across };
      return {
        spec: { ...spec, layers: [{ ...layer, shape: 'column', stack: 'stacked' }] },
        score: overTime(e) ? 0.72 : 0.7,
        reasons: [`The parts add up to all ${lowerFirst(what(e))}${step ? `, by ${step}` : ''}.`],
      };
    },
  },
  {
    name: 'columns over time',
    propose: (e) =>
      overTime(e) && !twoScales(e) && e.places <= FEW_PLACES && e.series <= 4
        ? {
            spec: shaped(e.spec, () => 'column'),
            score: 0.66,
            reasons: ['Columns set the single periods beside each other.'],
          }
        : undefined,
  },
  {
    name: 'year over year',
    propose: (e) => {
      const { across } = e.spec;
      if (
        across.as !== 'time' ||
        e.spec.split ||
        e.spec.layers.length > 1 ||
        column(e.columns, across.column).meaning === 'year'
      )
        return undefined;
      const [first, last] = spanOf(column(e.columns, across.column));
      const years = count(floor(first, 'year'), floor(last, 'year'), 'year') + 1;
      if (years < 2 || years > 8 || !['month', 'week', 'day', 'quarter'].includes(across.step)) return undefined;
      return {
        spec: {
          ...shaped(e.spec, () => 'line'),
          across: { as: 'cycle', column: across.column, cycle: 'month-of-year' },
          split: { column: across.column, step: 'year' },
        },
        score: 0.68,
        reasons: ['The season repeats: the years lie over each other.'],
      };
    },
  },
  {
    name: 'coarser step',
    propose: (e) => {
      const { across } = e.spec;
      if (across.as !== 'time' || e.places < 18 || twoScales(e)) return undefined;
      const step = coarser(across.step === 'day' ? 'week' : across.step);
      return (
        step && {
          spec: { ...shaped(e.spec, () => (e.spec.split ? 'line' : 'column')), across: { ...across, step } },
          score: 0.5,
          reasons: [`By ${step}: fewer points, calmer to read.`],
        }
      );
    },
  },
  {
    name: 'day of the week',
    propose: (e) => {
      const { across } = e.spec;
      if (across.as !== 'time' || e.spec.split || e.spec.layers.length > 1) return undefined;
      const found = column(e.columns, across.column);
      const [first, last] = spanOf(found);
      if (found.meaning || count(first, last, 'day') < 28 || found.stats.distinct < 20) return undefined;
      return {
        spec: { ...shaped(e.spec, () => 'column'), across: { as: 'cycle', column: across.column, cycle: 'weekday' } },
        score: 0.44,
        reasons: ['Which days of the week are strong.'],
      };
    },
  },
  {
    name: 'single figure',
    propose: (e) => {
      const [{ amount }] = e.spec.layers;
      return e.spec.across.as === 'group' && 'column' in amount && amount.column === e.spec.across.column
        ? { spec: shaped(e.spec, () => 'column'), score: 0.95, reasons: ['One row: the figure alone says it.'] }
        : undefined;
    },
  },
  {
    name: 'columns by group',
    propose: (e) =>
      e.spec.across.as === 'group' && !twoScales(e)
        ? {
            spec: shaped(e.spec, () => 'column'),
            score: e.series > 6 ? 0.6 : 0.9,
            reasons: ['Separate things stand side by side as columns.'],
          }
        : undefined,
  },
  {
    name: 'bars by group',
    propose: (e) => {
      if (e.spec.across.as !== 'group' || twoScales(e) || e.series > 6) return undefined;
      const long = (e.nameLength ?? 0) > LONG_NAME;
      const many = e.places > MANY_GROUPS;
      return {
        spec: shaped(e.spec, () => 'bar'),
        score: long || many ? 0.93 : 0.58,
        reasons: [
          long
            ? 'The names are long: bars lying down leave them room.'
            : many
              ? `${e.places} of them are easier to read down a list.`
              : 'Lying down, the names stand in a list.',
        ],
      };
    },
  },
  {
    name: 'target marks',
    propose: (e) => {
      const { across, layers, split } = e.spec;
      if ((across.as !== 'group' && e.places > FEW_PLACES) || split || twoScales(e) || layers.length !== 2)
        return undefined;
      const isTarget = (layer: Layer) => TARGET.test(amountName(layer, e));
      const targets = layers.filter(isTarget);
      if (targets.length !== 1 || across.as === 'number' || across.as === 'bins') return undefined;
      const actual = layers.filter((layer) => !isTarget(layer));
      return {
        spec: {
          ...e.spec,
          layers: [
            ...actual.map((layer): Layer => ({ ...layer, shape: 'column' })),
            ...targets.map((layer): Layer => ({ ...layer, shape: 'target' })),
          ],
        },
        score: 0.95,
        reasons: [`${amountName(targets[0], e)} is to be reached: a mark across each column.`],
      };
    },
  },
  {
    name: 'pie',
    propose: (e) => {
      const [layer] = e.spec.layers;
      if (e.spec.across.as !== 'group' || e.spec.split || e.spec.layers.length > 1 || !addsUp(layer)) return undefined;
      if (e.negative || e.places < 2 || e.places > MOST_SLICES) return undefined;
      return {
        spec: shaped(e.spec, () => 'pie'),
        score: 0.52,
        reasons: ['A few parts of one whole; heights would be compared more exactly.'],
      };
    },
  },
  {
    name: 'combo by group',
    propose: (e) =>
      e.spec.across.as === 'group' && twoScales(e)
        ? {
            spec: shaped(e.spec, (layer) => (layer.side === 'left' ? 'column' : 'dot')),
            score: 0.92,
            reasons: [...e.sideReasons, 'Dots, not a line: the groups have no order of their own.'],
          }
        : undefined,
  },
  {
    name: 'dots by group',
    propose: (e) =>
      e.spec.across.as === 'group'
        ? {
            spec: shaped(e.spec, () => 'dot'),
            score: twoScales(e) ? 0.5 : 0.55,
            reasons: ['Dots compare the heights alone.'],
          }
        : undefined,
  },
  {
    name: 'spread',
    propose: (e) =>
      e.spec.across.as === 'bins'
        ? { spec: shaped(e.spec, () => 'column'), score: 0.85, reasons: ['How often each size occurs.'] }
        : undefined,
  },
  {
    name: 'scatter',
    propose: (e) =>
      e.spec.across.as === 'number'
        ? {
            spec: shaped(e.spec, () => 'dot'),
            score: 0.9,
            reasons: ['Two amounts per row: dots show whether they go together.', ...e.sideReasons],
          }
        : undefined,
  },
  {
    name: 'scatter, the other way round',
    propose: (e) => {
      const [layer] = e.spec.layers;
      if (e.spec.across.as !== 'number' || e.spec.layers.length > 1 || !('column' in layer.amount)) return undefined;
      return {
        spec: {
          ...e.spec,
          across: { as: 'number', column: layer.amount.column },
          layers: [{ ...layer, amount: { column: e.spec.across.column }, shape: 'dot' }],
        },
        score: 0.45,
        reasons: ['The same pairs with the axes changed round.'],
      };
    },
  },
  {
    name: 'spread of each',
    propose: (e) =>
      e.spec.across.as === 'number'
        ? {
            spec: {
              ...allLeft(e.spec),
              across: { as: 'bins', column: e.spec.across.column },
              split: undefined,
              layers: [{ id: 'l1', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }],
            },
            score: 0.4,
            reasons: [`How ${lowerFirst(column(e.columns, e.spec.across.column).name)} alone is spread.`],
          }
        : undefined,
  },
  {
    name: 'pairs behind the groups',
    propose: (e) => {
      const amounts = e.spec.layers.flatMap((layer) =>
        'column' in layer.amount && isNumeric(column(e.columns, layer.amount.column)) && layer.summary !== 'distinct'
          ? [layer]
          : [],
      );
      const [x, y] = amounts;
      if (amounts.length !== 2 || e.spec.across.as === 'number' || !('column' in x.amount)) return undefined;
      const group = e.spec.across.as === 'group' ? { split: { column: e.spec.across.column } } : { split: undefined };
      return {
        spec: {
          ...allLeft(e.spec),
          across: { as: 'number', column: x.amount.column },
          ...group,
          layers: [{ ...y, id: 'l1', shape: 'dot', side: 'left' }],
        },
        score: 0.52,
        reasons: ['Row by row: whether the two go together.'],
      };
    },
  },
];

/** At most this many suggestions stand beside each other. */
const MOST = 6;

/** The forms that suit a draft, best first, no two alike. */
export function propose(evidence: Evidence): Proposal[] {
  const found = RULES.flatMap((rule) => rule.propose(evidence) ?? []).map((proposal) => ({
    ...proposal,
    spec: withoutAbsent(proposal.spec),
  }));
  const sorted = found
    .map((proposal, i) => ({ proposal, i }))
    .sort((a, b) => b.proposal.score - a.proposal.score || a.i - b.i)
    .map(({ proposal }) => proposal);
  const seen = new Set<string>();
  return sorted
    .filter(({ spec }) => {
      const key = JSON.stringify([spec.across, spec.split, spec.panels, spec.layers]);
      const fresh = !seen.has(key);
      seen.add(key);
      return fresh;
    })
    .slice(0, MOST);
}

function withoutAbsent(spec: ChartSpec): ChartSpec {
  const { split, ...rest } = spec;
  return split ? { ...rest, split } : rest;
}
