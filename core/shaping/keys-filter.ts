import { isoDateTime } from '../calendar';
import type { GrainAxis, GrainValue, Portion, RowFilter } from '../grain';
import { column } from '../spec';
import { filterValue } from './places';

/** The rows that have one of some keys of an axis. */
export function keysFilter(
  keys: readonly GrainValue[],
  axis: GrainAxis | undefined,
  { columns }: Pick<Portion, 'columns'>,
): RowFilter {
  if (!axis) throw new RangeError('no axis to filter by');
  const narrows = true;
  if (axis.as === 'step')
    return {
      column: axis.column,
      step: axis.step,
      calendar: axis.calendar,
      starts: keys.map((key) => (key === null ? null : isoDateTime(Number(key)))),
      narrows,
    };
  if (axis.as === 'row') return { column: axis.column, rows: keys.map(Number), narrows };
  if (axis.as === 'cycle') return { column: axis.column, cycle: axis.cycle, place: Number(keys[0]), narrows };
  const profile = column(columns, axis.column);
  return { column: axis.column, keep: keys.map((key) => filterValue(key, profile)), narrows };
}
