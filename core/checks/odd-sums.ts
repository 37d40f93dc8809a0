import { column, columnsOf, type Layer } from '../spec';
import type { Check } from '../layout';
import type { CheckFinder } from './check';

/** Rates and levels added up, and keys treated as amounts. */
export const oddSums: CheckFinder = ({ spec, sources }) =>
  spec.layers.flatMap((layer): Check[] => {
    if (!('column' in layer.amount) || layer.summary !== 'sum' || spec.across.as === 'number') return [];
    const found = column(columnsOf(layer, sources), layer.amount.column);
    const instead = (summary: Layer['summary']) => ({ do: 'setSummary' as const, with: [layer.id, summary] as const });
    if (found.role === 'key')
      return [
        {
          id: 'key-totalled' as const,
          level: 'warning' as const,
          message: `${found.name} names things; its total means nothing.`,
          column: found.key,
          edit: instead('distinct'),
          changeWords: 'Count them',
        },
      ];
    if (found.summary === 'mean')
      return [
        {
          id: 'rate-totalled' as const,
          level: 'warning' as const,
          message: `${found.name} is a rate or measure; its total means little.`,
          column: found.key,
          edit: instead('mean'),
          changeWords: 'Average it',
        },
      ];
    if (found.summary === 'last')
      return [
        {
          id: 'rate-totalled' as const,
          level: 'warning' as const,
          message: `${found.name} is a level; adding its readings up means little.`,
          column: found.key,
          edit: instead('last'),
          changeWords: 'Take the last',
        },
      ];
    return [];
  });
