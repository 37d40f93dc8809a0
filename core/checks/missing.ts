import { counted, amountColumns, column } from '../spec';
import type { CheckFinder } from './check';

/** Empty cells in the amounts that are drawn, and rows left out because what runs across is blank. */
export const missing: CheckFinder = ({ spec, columns, frame }) => {
  const amounts = [...new Set(spec.layers.flatMap((layer) => (layer.from ? [] : amountColumns(layer.amount))))];
  const cells = amounts.flatMap((key) => {
    const { name, stats, summary } = column(columns, key);
    const count = frame.facts.inSight ? (frame.facts.inSight.empty[key] ?? 0) : stats.missing;
    return count > 0 && summary !== 'count' && spec.across.as !== 'number'
      ? [
          {
            id: 'missing' as const,
            level: 'note' as const,
            message: `${counted(count, 'cell')} of ${name} ${count === 1 ? 'is' : 'are'} empty.`,
          },
        ]
      : [];
  });
  const { blankAcross } = frame.facts;
  const kind = spec.across.as;
  if (blankAcross === 0 || kind === 'group') return cells;
  const name = column(columns, spec.across.column).name;
  const what = kind === 'number' ? `without both numbers` : `with no ${name}`;
  return [
    ...cells,
    {
      id: 'left-out',
      level: 'note',
      message: `${counted(blankAcross, 'row')} ${what} ${blankAcross === 1 ? 'is' : 'are'} left out.`,
    },
  ];
};
