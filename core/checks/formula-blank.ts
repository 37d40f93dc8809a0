import { counted, amountColumns, column, columnsOf, layerWords, type Amount } from '../spec';
import type { CheckFinder } from './check';

/** Rows that a formula leaves out because one of its cells is blank, with their share of the rows that hold any. */
export const formulaBlank: CheckFinder = ({ spec, sources, frame }) =>
  spec.layers.flatMap((layer) => {
    const blanks = frame.facts.blanks?.[layer.id];
    const { amount } = layer;
    if (!blanks || !('formula' in amount)) return [];
    const columns = columnsOf(layer, sources);
    const empty = amountColumns(amount).flatMap((key) => {
      const { name, stats, unread } = column(columns, key);
      return stats.missing + unread.count > 0 ? [name] : [];
    });
    const share = (blanks.out / blanks.of) * 100;
    const of = share < 1 ? 'under 1 %' : `${Math.round(share)} %`;
    const zero: Amount = { ...amount, blanks: 'zero' };
    return [
      {
        id: 'formula-blank' as const,
        level: 'warning' as const,
        message: `${counted(blanks.out, 'row')} (${of} of them) ${blanks.out === 1 ? 'is' : 'are'} left out of ${layerWords(layer, sources)}: ${empty.length > 0 ? `${listed(empty)} is blank there` : 'a cell is blank there, or divided by nought'}.`,
        edit: { do: 'setAmount' as const, with: [layer.id, zero] as const },
        changeWords: 'Count blanks as 0',
      },
    ];
  });

const listed = (names: readonly string[]) => (names.length > 2 ? `one of ${names.length} columns` : names.join(' or '));
