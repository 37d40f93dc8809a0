import { isDated, isNumeric, type ColumnProfile } from '../inference';
import type { ChartSpec, Filter } from './chart-spec';
import { InvalidInput, type InputError } from './validate';

export type Columns = ReadonlyMap<string, ColumnProfile>;

export function byKey(columns: readonly ColumnProfile[]): Columns {
  return new Map(columns.map((column) => [column.key, column]));
}

/** The column of a key that was checked to be there. @throws RangeError */
export function column(columns: Columns, key: string): ColumnProfile {
  const found = columns.get(key);
  if (!found) throw new RangeError(`no column ${key}`);
  return found;
}

/**
 * Checks a chart against the columns of its sheet: every column is there and can do what is asked of it.
 * @throws InvalidInput naming each place that is wrong.
 */
export function checkAgainstColumns(spec: ChartSpec, columns: Columns): void {
  const errors: InputError[] = [];
  const need = (path: string, key: string, can?: (column: ColumnProfile) => boolean, words = '') => {
    const found = columns.get(key);
    if (!found) errors.push({ path, message: `the sheet has no column "${key}"` });
    else if (can && !can(found)) errors.push({ path, message: `"${found.name}" ${words}` });
  };
  const { across } = spec;
  if (across.as === 'time')
    need('across.column', across.column, hasSteps, 'holds no dates that a step can be taken of');
  else if (across.as === 'cycle')
    need('across.column', across.column, (found) => hasCycle(found, across.cycle), `has no ${across.cycle}`);
  else if (across.as === 'number' || across.as === 'bins')
    need('across.column', across.column, isNumeric, 'holds no numbers');
  else need('across.column', across.column);
  if (across.as === 'time' && across.step === 'hour')
    need('across.step', across.column, (found) => found.type === 'datetime', 'has no hours');
  if (spec.split) {
    const { step } = spec.split;
    need('split.column', spec.split.column, step ? hasSteps : undefined, 'holds no dates');
  }
  spec.layers.forEach((layer, i) => {
    if (!('column' in layer.amount)) {
      if ('rows' in layer.amount && layer.summary !== 'count')
        errors.push({ path: `layers.${i}.summary`, message: 'rows can only be counted' });
      return;
    }
    const counts = layer.summary === 'count' || layer.summary === 'distinct';
    need(
      `layers.${i}.amount.column`,
      layer.amount.column,
      counts ? undefined : isNumeric,
      `holds no numbers; it can only be counted`,
    );
  });
  spec.filters.forEach((filter, i) => {
    need(`filters.${i}.column`, filter.column);
    const found = columns.get(filter.column);
    if (found) errors.push(...filterErrors(filter, found, `filters.${i}`));
  });
  if (errors.length > 0) throw new InvalidInput(errors);
}

/** Whether the calendar's steps apply: dates, dates with times, and plain years. */
export function hasSteps(column: ColumnProfile): boolean {
  return isDated(column) || column.meaning === 'year';
}

function hasCycle(column: ColumnProfile, cycle: string): boolean {
  if (cycle === 'hour-of-day') return column.type === 'datetime';
  return isDated(column) || column.meaning === cycle;
}

function filterErrors(filter: Filter, column: ColumnProfile, path: string): InputError[] {
  if (!('from' in filter) && !('to' in filter)) return [];
  const ends = [
    ['from', filter.from],
    ['to', filter.to],
  ] as const;
  return ends.flatMap(([end, value]) => {
    if (value === undefined) return [];
    if (isNumeric(column))
      return typeof value === 'number'
        ? []
        : [{ path: `${path}.${end}`, message: `"${column.name}" holds numbers: ${end} must be a number` }];
    if (isDated(column))
      return typeof value === 'string' && /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2})?)?$/.test(value)
        ? []
        : [{ path: `${path}.${end}`, message: `"${column.name}" holds dates: ${end} must be written as 2025-03-04` }];
    return [{ path: `${path}.${end}`, message: `"${column.name}" has no range` }];
  });
}
