import type { Step } from '../calendar';
import { isNumeric, rankWhens, type ColumnProfile } from '../inference';
import type { RowKind } from '../sense';
import { column, type Columns } from '../spec';

/** The picked columns by what they will do in the chart, each list in the order of picking. */
export interface SortedPicks {
  readonly across?: ColumnProfile;
  readonly split?: ColumnProfile;
  /** Amounts to summarise, and keys to count. */
  readonly amounts: readonly ColumnProfile[];
  /** Columns that have no place in the chart, with the reason. */
  readonly leftOut: readonly { readonly column: ColumnProfile; readonly why: string }[];
}

/**
 * A When runs across wherever it was picked, of several the one that the rows are about; otherwise the first Group; the second Group (or a Year beside another
 * When) is the split; Amounts and Keys are the layers, Amounts alone where nothing else runs across. Notes have no place.
 * @param rowIs what a row is: two amounts and a group of things or readings are pairs of numbers
 * @throws RangeError where a key is not a column.
 */
export function sortPicks(columns: Columns, picks: readonly string[], rowIs?: RowKind): SortedPicks {
  const picked = [...new Set(picks)].map((key) => column(columns, key));
  const pairs = pairsOf(picked, rowIs);
  if (pairs) return pairs;
  const whens = rankWhens(picked);
  const across = whens.find((one) => one.meaning !== 'year') ?? whens[0] ?? picked.find((one) => one.role === 'group');
  const groups = picked.filter(
    (one) => one !== across && (one.role === 'group' || (one.role === 'when' && one.meaning === 'year')),
  );
  const split = across ? groups[0] : undefined;
  const measures = picked.filter((one) => one.role === 'amount' && isNumeric(one));
  const summed = across !== undefined || measures.length === 0 ? [...measures, ...keysOf(picked)] : measures;
  const amounts = picked.filter((one) => summed.includes(one));
  const leftOut = picked
    .filter((one) => one !== across && one !== split && !amounts.includes(one))
    .map((one) => ({ column: one, why: whyNot(one) }));
  return { across, split, amounts, leftOut };
}

/** More groups than these are no colours of dots. */
const MOST_COLOURS = 12;

/** Two amounts of things or readings and one group: what goes together, coloured by the group; an average would hide it. */
function pairsOf(picked: readonly ColumnProfile[], rowIs: RowKind | undefined): SortedPicks | undefined {
  if (rowIs !== 'thing' && rowIs !== 'reading') return undefined;
  const amounts = picked.filter((one) => one.role === 'amount' && isNumeric(one));
  const groups = picked.filter(({ role }) => role === 'group');
  if (amounts.length !== 2 || groups.length !== 1 || picked.length !== 3) return undefined;
  const { distinct, count } = groups[0].stats;
  return distinct <= MOST_COLOURS && distinct <= count / 2 ? { split: groups[0], amounts, leftOut: [] } : undefined;
}

const keysOf = (picked: readonly ColumnProfile[]) => picked.filter(({ role }) => role === 'key');

function whyNot({ name, role }: ColumnProfile): string {
  if (role === 'note') return `${name} is free text and has no place in a chart.`;
  if (role === 'when') return `${name} is left out: one date runs across already.`;
  if (role === 'group') return `${name} is left out: a chart is split by one group.`;
  if (role === 'key') return `${name} is left out: it tells the rows apart, and the chart is made of their amounts.`;
  return `${name} is left out: it holds no numbers.`;
}

/** How fine the dates of a column are: as they are written, or as the step that they keep. */
export function finestStep({ type, meaning, rhythm }: ColumnProfile): Step {
  if (rhythm) return rhythm;
  if (meaning === 'year' || meaning === 'quarter' || meaning === 'month' || meaning === 'week') return meaning;
  return type === 'datetime' ? 'hour' : 'day';
}
