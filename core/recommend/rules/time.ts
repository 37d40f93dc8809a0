import { coarser, count, floor } from '../../calendar';
import { column, lowerFirst } from '../../spec';
import { spanOf } from '../draft';
import { addsUp, FEW_PLACES, MANY_SERIES, overTime, shaped, twoScales, type Rule, what } from './rule';

/** Forms of change over time. */
export const OVER_TIME: readonly Rule[] = [
  {
    name: 'line over time',
    from: 'zacks',
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
    name: 'the largest lines',
    from: 'practice',
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
    from: 'practice',
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
    from: 'practice',
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
    from: 'practice',
    propose: (e) =>
      overTime(e) && twoScales(e) && !e.spec.split
        ? { spec: shaped(e.spec, () => 'line'), score: 0.7, reasons: ['Both as lines, each on a scale of its own.'] }
        : undefined,
  },
  {
    name: 'stacked columns',
    from: 'length',
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
    from: 'zacks',
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
    from: 'practice',
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
    from: 'practice',
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
    from: 'practice',
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
    name: 'the last step as a figure',
    from: 'practice',
    propose: (e) => {
      const { across } = e.spec;
      if (across.as !== 'time' || e.spec.split || e.spec.layers.length > 1 || e.places < 3) return undefined;
      return {
        spec: { ...shaped(e.spec, () => 'figure'), across: { ...across, partial: 'leave-out' } },
        score: 0.3,
        reasons: [`The last whole ${across.step} as one figure, with its change.`],
      };
    },
  },
];
