import { amountName, type Layer } from '../../spec';
import { addsUp, FEW_PLACES, LONG_NAME, MANY_GROUPS, MOST_SLICES, shaped, TARGET, twoScales, type Rule } from './rule';

/** Forms of separate things. */
export const BY_GROUP: readonly Rule[] = [
  {
    name: 'single figure',
    from: 'practice',
    propose: (e) => {
      const [{ amount }] = e.spec.layers;
      return e.spec.across.as === 'group' && 'column' in amount && amount.column === e.spec.across.column
        ? { spec: shaped(e.spec, () => 'column'), score: 0.95, reasons: ['One row: the figure alone says it.'] }
        : undefined;
    },
  },
  {
    name: 'columns by group',
    from: 'zacks',
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
    from: 'practice',
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
    from: 'practice',
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
    from: 'angles',
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
    from: 'zacks',
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
    from: 'dots',
    propose: (e) =>
      e.spec.across.as === 'group'
        ? {
            spec: shaped(e.spec, () => 'dot'),
            score: twoScales(e) ? 0.5 : 0.55,
            reasons: ['Dots compare the heights alone.'],
          }
        : undefined,
  },
];
