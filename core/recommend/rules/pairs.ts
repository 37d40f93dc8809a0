import { isNumeric } from '../../inference';
import { column, lowerFirst } from '../../spec';
import { allLeft, shaped, type Rule } from './rule';

/** Forms of pairs of amounts, and of how one amount is spread. */
export const PAIRS: readonly Rule[] = [
  {
    name: 'spread',
    from: 'practice',
    propose: (e) =>
      e.spec.across.as === 'bins'
        ? { spec: shaped(e.spec, () => 'column'), score: 0.85, reasons: ['How often each size occurs.'] }
        : undefined,
  },
  {
    name: 'scatter',
    from: 'mackinlay',
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
    from: 'mackinlay',
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
    from: 'practice',
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
    from: 'practice',
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
