import { coarser, count, floor } from '../../calendar';
import { isNumeric } from '../../inference';
import { amountName, column, layerUnit, type Layer } from '../../spec';
import { spanOf } from '../draft';
import type { Evidence } from './evidence';

/** Numbers that the facts go by: common practice, no source. */
const FEW_PLACES = 24;
const SOME_PLACES = 18;
const COLUMN_PLACES = 60;
/** Beyond about so many series lines are hard to follow. */
const MANY_SERIES = 7;
const STACK_SERIES = 8;
const BESIDE_SERIES = 6;
const TIME_COLUMN_SERIES = 4;
/** Two units at most share a chart, one scale each. */
const MOST_UNITS = 2;
/** A pie has few slices. */
const MOST_SLICES = 6;
/** Names longer than this do not stand under columns; beyond so many groups a list is easier to read down. */
const LONG_NAME = 12;
const MANY_GROUPS = 30;
/** What amounts that are to be reached are called. */
const TARGET = /\b(targets?|goals?|budget(ed)?|quotas?|planned|plan|soll|ziel|objectifs?|objetivos?)\b/i;

const across = (e: Evidence) => e.spec.across;
const addsUp = ({ summary }: Layer) => summary === 'sum' || summary === 'count';

export const unitsOf = (e: Evidence) => new Set(e.spec.layers.map((layer) => layerUnit(layer, e) ?? '')).size;
/** Whether an amount is called what is to be reached. */
export const isTargetName = (name: string) => TARGET.test(name);
export const isTarget = (layer: Layer, e: Evidence) => isTargetName(amountName(layer, e));
/** Amounts whose single rows are pairs of numbers. */
export const pairable = (e: Evidence): Layer[] =>
  e.spec.layers.filter(
    ({ amount, summary }) =>
      'column' in amount && isNumeric(column(e.columns, amount.column)) && summary !== 'distinct',
  );

/** What can be so or not so of a draft, each by the name that rules look at. */
export const FACTS = {
  'over time': (e) => across(e).as === 'time' || across(e).as === 'cycle',
  'over steps': (e) => across(e).as === 'time',
  'by group': (e) => across(e).as === 'group',
  'pairs of numbers': (e) => across(e).as === 'number',
  'evenly spaced': (e) => e.evenly === true,
  spread: (e) => across(e).as === 'bins',
  'one row': (e) => {
    const [{ amount }] = e.spec.layers;
    return 'column' in amount && amount.column === across(e).column;
  },
  split: (e) => e.spec.split !== undefined,
  'split by group': (e) => e.spec.split !== undefined && !e.spec.split.step,
  'one amount': (e) => e.spec.layers.length === 1,
  'two scales': (e) => e.spec.layers.some(({ side }) => side === 'right'),
  'too many units': (e) => unitsOf(e) > MOST_UNITS,
  crowded: (e) => e.crowded !== undefined,
  'adds up': (e) => addsUp(e.spec.layers[0]),
  'one flow on the left': (e) =>
    !e.spec.split && e.spec.layers.filter(({ side }) => side === 'left').length === 1 && addsUp(e.spec.layers[0]),
  'below zero': (e) => e.negative === true,
  'one target': (e) => e.spec.layers.length === 2 && e.spec.layers.filter((layer) => isTarget(layer, e)).length === 1,
  'two amounts of rows': (e) => pairable(e).length === 2,
  'three places': (e) => e.places >= 3,
  'few places': (e) => e.places <= FEW_PLACES,
  'some places': (e) => e.places >= SOME_PLACES,
  'room for columns': (e) => e.places <= COLUMN_PLACES,
  'few slices': (e) => e.places >= 2 && e.places <= MOST_SLICES,
  /** Those of which only the largest stand alone are many too: a ranked list. */
  'many groups': (e) => {
    const now = across(e);
    return e.places > MANY_GROUPS || (now.as === 'group' && now.keep !== undefined);
  },
  'long names': (e) => (e.nameLength ?? 0) > LONG_NAME,
  'many series': (e) => e.series > MANY_SERIES,
  'series for a stack': (e) => e.series <= STACK_SERIES,
  'series side by side': (e) => e.series <= BESIDE_SERIES,
  'few series': (e) => e.series <= TIME_COLUMN_SERIES,
  'a coarser step': (e) => {
    const now = across(e);
    return now.as === 'time' && coarser(now.step) !== undefined;
  },
  /** Two to eight years, at a step within the year. */
  'years to compare': (e) => {
    const now = across(e);
    if (
      now.as !== 'time' ||
      column(e.columns, now.column).meaning === 'year' ||
      column(e.columns, now.column).rhythm === 'year'
    )
      return false;
    const [first, last] = spanOf(column(e.columns, now.column));
    const years = count(floor(first, 'year'), floor(last, 'year'), 'year') + 1;
    return years >= 2 && years <= 8 && ['month', 'week', 'day', 'quarter'].includes(now.step);
  },
  /** Single days, over four weeks or more. */
  'days to compare': (e) => {
    const now = across(e);
    if (now.as !== 'time') return false;
    const found = column(e.columns, now.column);
    const [first, last] = spanOf(found);
    return !found.meaning && !found.rhythm && count(first, last, 'day') >= 28 && found.stats.distinct >= 20;
  },
} as const satisfies Readonly<Record<string, (e: Evidence) => boolean>>;

export type Fact = keyof typeof FACTS;
