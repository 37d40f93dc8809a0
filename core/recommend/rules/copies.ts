import { layerUnit } from '../../spec';
import { allLeft, MANY_SERIES, MOST_COPIES, MOST_UNITS, overTime, shaped, twoScales, type Rule } from './rule';

/** Small copies, where one chart holds too much. */
export const COPIES: readonly Rule[] = [
  {
    name: 'one copy per amount',
    from: 'tufte',
    propose: (e) => {
      const units = new Set(e.spec.layers.map((layer) => layerUnit(layer, e) ?? ''));
      const many = units.size > MOST_UNITS;
      if ((!many && e.crowded === undefined) || e.spec.across.as === 'number' || e.spec.across.as === 'bins')
        return undefined;
      return {
        spec: { ...shaped(allLeft(e.spec), () => (overTime(e) ? 'line' : 'column')), panels: { by: 'layer' } },
        score: 0.97,
        reasons: [
          !many && e.crowded
            ? e.crowded
            : `${units.size} units do not fit two scales: each amount gets a small copy of its own.`,
        ],
      };
    },
  },
  {
    name: 'one copy per group',
    from: 'tufte',
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
];
