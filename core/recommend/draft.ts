import { firstStep, fromIso, type Instant } from '../calendar';
import { rankWhens, type ColumnProfile } from '../inference';
import type { RowKind } from '../sense';
import { hasSteps, type Across, type ChartSpec, type Columns, type Layer } from '../spec';
import { finestStep, sortPicks, type SortedPicks } from './picks';

/** A chart of the picks before its form is chosen: what runs across, the split, and every amount as a layer on the left. */
export function draftSpec(
  sheet: string,
  columns: Columns,
  picks: readonly string[],
  rowIs?: RowKind,
): ChartSpec | undefined {
  const sorted = sortPicks(columns, picks, rowIs);
  const across = draftAcross(sorted, columns);
  if (!across) return undefined;
  const layers = draftLayers(sorted, across);
  if (layers.length === 0) return undefined;
  const split = sorted.split && across.as !== 'bins' ? { split: { column: sorted.split.key } } : {};
  return { version: 1, sheet, across, ...split, layers, filters: [], scales: { left: { fit: 'zero' } }, text: {} };
}

function draftAcross({ across, amounts }: SortedPicks, columns: Columns): Across | undefined {
  const numbers = amounts.filter((one) => one.role === 'amount');
  // One row alone is a single figure, whatever names it.
  if (across && numbers.length === 1 && rowsOf(numbers[0]) === 1) return { as: 'group', column: numbers[0].key };
  if (across) return acrossOf(across);
  // One row alone has nothing to be spread: it is a single figure.
  if (numbers.length === 1 && rowsOf(numbers[0]) === 1) return { as: 'group', column: numbers[0].key };
  if (numbers.length >= 2) return { as: 'number', column: numbers[0].key };
  if (numbers.length === 1) return { as: 'bins', column: numbers[0].key };
  // Keys alone: how many different ones there are, over the sheet's own dates or its first Group.
  const all = [...columns.values()];
  const along = rankWhens(all)[0] ?? all.find(({ role }) => role === 'group') ?? amounts[0];
  return along && amounts.length > 0 ? acrossOf(along) : undefined;
}

const rowsOf = ({ stats, unread }: ColumnProfile) => stats.count + stats.missing + unread.count;

function acrossOf(column: ColumnProfile): Across {
  if (column.meaning === 'month-of-year' || column.meaning === 'weekday')
    return { as: 'cycle', column: column.key, cycle: column.meaning };
  if (column.type === 'time') return { as: 'cycle', column: column.key, cycle: 'hour-of-day' };
  if (!hasSteps(column)) return { as: 'group', column: column.key };
  const [first, last] = spanOf(column);
  return { as: 'time', column: column.key, step: firstStep(first, last, finestStep(column)) };
}

/** The first and last instant of a dated column; a column of years begins and ends with theirs. */
export function spanOf({ stats: { min, max } }: ColumnProfile): [Instant, Instant] {
  const at = (value: number | string | undefined) =>
    value === undefined ? 0 : fromIso(typeof value === 'number' ? `${String(value).padStart(4, '0')}-01-01` : value);
  return [at(min), at(max)];
}

function draftLayers({ amounts }: SortedPicks, across: Across): Layer[] {
  const layer = (i: number, parts: Pick<Layer, 'amount' | 'summary'>): Layer => ({
    id: `l${i + 1}`,
    ...parts,
    shape: 'column',
    side: 'left',
  });
  const single = across.as === 'group' && amounts.length === 1 && amounts[0].key === across.column;
  const drawn = single ? amounts : amounts.filter((one) => one.key !== across.column);
  if (drawn.length === 0) return [layer(0, { amount: { rows: true }, summary: 'count' })];
  return drawn.map((one, i) => ({
    ...layer(i, { amount: { column: one.key }, summary: one.summary }),
    ...(one.per !== undefined && one.summary === 'last' && across.as !== 'number' && across.as !== 'bins'
      ? { per: one.per }
      : {}),
  }));
}
