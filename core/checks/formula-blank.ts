import {
  amountColumns,
  column,
  columnsOf,
  counted,
  dividesByAll,
  layerWords,
  leavesBlanksOut,
  type Amount,
  type Columns,
} from '../spec';
import type { CheckFinder } from './check';

/** Rows that a formula leaves out because one of its cells is blank, with their share of the rows that hold any. */
export const formulaBlank: CheckFinder = ({ spec, sources, frame }) =>
  spec.layers.flatMap((layer) => {
    const blanks = frame.facts.blanks?.[layer.id];
    const { amount } = layer;
    if (!blanks || !('formula' in amount)) return [];
    const columns = columnsOf(layer, sources);
    const empty = blankKeys(amount, columns).map((key) => column(columns, key).name);
    const share = (blanks.out / blanks.of) * 100;
    const of = share < 1 ? 'under 1 %' : `${Math.round(share)} %`;
    // What is divided by nought has no value, whatever blanks count as: only blanks can be counted as 0.
    const zero: Amount = { ...amount, blanks: 'zero' };
    const canCount =
      amount.blanks === undefined &&
      leavesBlanksOut(amount) &&
      !dividesByAll(amount.formula, blankKeys(amount, columns));
    return [
      {
        id: 'formula-blank' as const,
        level: 'warning' as const,
        message: `${counted(blanks.out, 'row')} (${of} of them) ${blanks.out === 1 ? 'is' : 'are'} left out of ${layerWords(layer, sources)}: ${amount.blanks === 'zero' || empty.length === 0 ? 'something is divided by nought there' : canCount ? `${listed(empty)} is blank there` : `${listed(empty)} is blank there, and it is divided by`}.`,
        ...(canCount
          ? { edit: { do: 'setAmount' as const, with: [layer.id, zero] as const }, changeWords: 'Count blanks as 0' }
          : {}),
      },
    ];
  });

const listed = (names: readonly string[]) => (names.length > 2 ? `one of ${names.length} columns` : names.join(' or '));

/** The columns of an amount that have blank or unread cells. */
const blankKeys = (amount: Amount, columns: Columns): string[] =>
  amountColumns(amount).filter((key) => {
    const { stats, unread } = column(columns, key);
    return stats.missing + unread.count > 0;
  });
