import { fromIso } from '../calendar';
import { isDated, isNumeric, SUMMARY_KINDS, type ColumnProfile, type Summary } from '../inference';
import { isDrawn, type Across, type Amount, type ChartSpec, type Filter, type Layer } from './chart-spec';
import { FormulaError, formulaColumns, parseFormula } from './formula';
import { InvalidInput, type InputError } from './input/invalid';
import { lookingErrors } from './looking-errors';

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

/** The columns of the other sheets that layers come from, by sheet id. */
export type OtherColumns = ReadonlyMap<string, Columns>;
const NO_OTHERS: OtherColumns = new Map();

/**
 * Checks a chart against the columns of its sheet, and of those that its layers come from: every column is there and can
 * do what is asked of it.
 * @throws InvalidInput naming each place that is wrong.
 */
export function checkAgainstColumns(spec: ChartSpec, columns: Columns, others: OtherColumns = NO_OTHERS): void {
  const errors: InputError[] = [];
  const need: Need = (path, key, can, words = '', within = columns) => {
    const found = within.get(key);
    if (!found) errors.push(lacking(path, key, spec.sheet));
    else if (can && !can(found)) errors.push({ path, message: `"${found.name}" ${words}` });
  };
  const { across } = spec;
  needAcross('across.column', across.column, across, need, columns);
  if (across.as === 'time' && across.step === 'hour')
    need('across.step', across.column, (found) => found.type === 'datetime', 'has no hours');
  if (across.as === 'rows' && across.order) need('across.order.column', across.order.column);
  if (across.as === 'group') {
    const { order } = across;
    across.within?.forEach((one, i) => need(`across.within.${i}.column`, one.column));
    if (order?.by === 'amount')
      errors.push(...amountErrors(order.amount, order.summary, 'across.order', columns, spec.sheet));
    else if (order?.layer !== undefined && !spec.layers.some(({ id }) => id === order.layer))
      errors.push({ path: 'across.order.layer', message: `there is no layer "${order.layer}"` });
  }
  if (spec.split) {
    const { step } = spec.split;
    need('split.column', spec.split.column, step ? hasSteps : undefined, 'holds no dates');
  }
  if (spec.panels && 'column' in spec.panels) need('panels.column', spec.panels.column);
  spec.layers.forEach((layer, i) => errors.push(...layerErrors(layer, i, spec, columns, others)));
  errors.push(...filtersErrors(spec.filters, columns, 'filters', spec.sheet), ...lookingErrors(spec, columns));
  if (errors.length > 0) throw new InvalidInput(errors);
}

const lacking = (path: string, key: string, sheet: string): InputError => ({
  path,
  message: `the sheet has no column "${key}"`,
  lacks: { sheet, column: key },
});

type Need = (
  path: string,
  key: string,
  can?: (column: ColumnProfile) => boolean,
  words?: string,
  within?: Columns,
) => void;

function needAcross(path: string, key: string, across: Across, need: Need, columns: Columns): void {
  if (across.as === 'time') need(path, key, hasSteps, 'holds no dates that a step can be taken of', columns);
  else if (across.as === 'cycle')
    need(path, key, (found) => hasCycle(found, across.cycle), `has no ${across.cycle}`, columns);
  else if (across.as === 'number' || across.as === 'bins') need(path, key, isNumeric, 'holds no numbers', columns);
  else need(path, key, undefined, '', columns);
}

function layerErrors(layer: Layer, i: number, spec: ChartSpec, columns: Columns, others: OtherColumns): InputError[] {
  const errors: InputError[] = [];
  const at = `layers.${i}`;
  const { from, fills, per } = layer;
  const own = from ? others.get(from.sheet) : columns;
  if (!own) return [{ path: `${at}.from.sheet`, message: `there is no sheet "${from?.sheet}"` }];
  const sheet = from?.sheet ?? spec.sheet;
  const need: Need = (path, key, can, words = '') => {
    const found = own.get(key);
    if (!found) errors.push(lacking(path, key, sheet));
    else if (can && !can(found)) errors.push({ path, message: `"${found.name}" ${words}` });
  };
  errors.push(
    // A scatter draws the values themselves: they are numbers, whatever the summary.
    ...(spec.across.as === 'number'
      ? amountErrors(layer.amount, 'rows' in layer.amount ? 'count' : 'mean', at, own, sheet)
      : amountErrors(layer.amount, layer.summary, at, own, sheet, !isDrawn(layer))),
  );
  const colorBy = layer.style?.colorBy;
  if (colorBy && 'amount' in colorBy)
    errors.push(...amountErrors(colorBy.amount, colorBy.summary, `${at}.style.colorBy`, own, sheet));
  if (from) {
    if (spec.across.as === 'number' || spec.across.as === 'bins' || spec.across.as === 'rows')
      errors.push({ path: `${at}.from`, message: 'a layer out of another sheet needs a date or groups across' });
    else needAcross(`${at}.from.across`, from.across, spec.across, need, own);
    if (from.split !== undefined) need(`${at}.from.split`, from.split);
    errors.push(...filtersErrors(from.filters ?? [], own, `${at}.from.filters`, sheet));
  }
  if (per !== undefined) {
    need(`${at}.per`, per);
    if (layer.summary !== 'first' && layer.summary !== 'last')
      errors.push({ path: `${at}.per`, message: 'only the first or the last of each can be added up' });
  }
  if (fills !== undefined && (fills === layer.id || !spec.layers.some(({ id }) => id === fills)))
    errors.push({ path: `${at}.fills`, message: `there is no other layer "${fills}"` });
  if (layer.then && (spec.across.as === 'number' || spec.across.as === 'bins'))
    errors.push({ path: `${at}.then`, message: 'needs a date or groups across' });
  const yearBefore = layer.thenBy?.against === 'year-before';
  if (yearBefore && spec.across.as !== 'time' && !(spec.across.as === 'cycle' && spec.split?.step === 'year'))
    errors.push({ path: `${at}.thenBy.against`, message: 'the year before needs a date across' });
  return errors;
}

/** What is wrong with an amount and its summary. */
function amountErrors(
  amount: Amount,
  summary: Summary,
  at: string,
  columns: Columns,
  sheet: string,
  read = false,
): InputError[] {
  if ('rows' in amount)
    return summary === 'count' ? [] : [{ path: `${at}.summary`, message: 'rows can only be counted' }];
  const wrong = (path: string, key: string, free: boolean): InputError[] => {
    const found = columns.get(key);
    if (!found) return [lacking(path, key, sheet)];
    return free || isNumeric(found)
      ? []
      : [{ path, message: `"${found.name}" holds no numbers; it can only be counted` }];
  };
  if ('column' in amount)
    return wrong(`${at}.amount.column`, amount.column, SUMMARY_KINDS[summary].counts || (read && summary === 'first'));
  const path = `${at}.amount.formula`;
  try {
    return formulaColumns(parseFormula(amount.formula)).flatMap((key) => wrong(path, key, false));
  } catch (error) {
    if (error instanceof FormulaError) return [{ path, message: `at character ${error.at + 1}: ${error.message}` }];
    throw error;
  }
}

function filtersErrors(filters: readonly Filter[], columns: Columns, path: string, sheet: string): InputError[] {
  return filters.flatMap((filter, i) => {
    const found = columns.get(filter.column);
    if (!found) return [lacking(`${path}.${i}.column`, filter.column, sheet)];
    return filterErrors(filter, found, `${path}.${i}`, columns, sheet);
  });
}

/** Whether the calendar's steps apply: dates, dates with times, and plain years. */
export function hasSteps(column: ColumnProfile): boolean {
  return isDated(column) || column.meaning === 'year';
}

function hasCycle(column: ColumnProfile, cycle: string): boolean {
  if (cycle === 'hour-of-day') return column.type === 'datetime' || column.type === 'time';
  return isDated(column) || column.meaning === cycle;
}

const MOMENT = /^\d{4}-\d{2}-\d{2}(?:[T ]\d{2}:\d{2}(?::\d{2}(?:\.\d{1,6})?)?)?$/;

/** Whether a value is a date, or a date with a time, of the calendar. */
function isMoment(value: unknown): boolean {
  if (typeof value !== 'string' || !MOMENT.test(value)) return false;
  try {
    fromIso(value.slice(0, 10));
  } catch {
    return false;
  }
  return value.length === 10 || isClock(value.slice(11));
}

function isClock(text: string): boolean {
  const [hour, minute, second = 0] = text.split(':').map(Number);
  return hour < 24 && minute < 60 && second < 60;
}

const WRITTEN_NUMBER = /^-?\d{1,100}(?:\.\d{1,100})?$/;

/** Whether a value can be one of a column's. */
function isOf(value: unknown, column: ColumnProfile): boolean {
  if (value === null) return true;
  if (isNumeric(column)) return typeof value === 'number' || (typeof value === 'string' && WRITTEN_NUMBER.test(value));
  if (isDated(column)) return isMoment(value);
  if (column.type === 'boolean') return value === true || value === false || value === 'true' || value === 'false';
  if (column.type === 'time')
    return typeof value === 'string' && /^\d{2}:\d{2}(?::\d{2}(?:\.\d{1,6})?)?$/.test(value) && isClock(value);
  return true;
}

const HOLDS: Readonly<Record<ColumnProfile['type'], string>> = {
  integer: 'numbers',
  decimal: 'numbers',
  date: 'dates',
  datetime: 'dates with times',
  time: 'times of day',
  boolean: 'yes and no',
  text: 'texts',
};

function keptErrors(keep: readonly unknown[], column: ColumnProfile, path: string): InputError[] {
  const i = keep.findIndex((value) => !isOf(value, column));
  if (i < 0) return [];
  return [
    {
      path: `${path}.keep.${i}`,
      message: `"${column.name}" holds ${HOLDS[column.type]}: ${JSON.stringify(keep[i])} cannot be one of them`,
    },
  ];
}

function filterErrors(
  filter: Filter,
  column: ColumnProfile,
  path: string,
  columns: Columns,
  sheet: string,
): InputError[] {
  if ('window' in filter && !hasSteps(column))
    return [{ path: `${path}.window`, message: `"${column.name}" holds no dates` }];
  if ('top' in filter) return amountErrors(filter.by.amount, filter.by.summary, `${path}.by`, columns, sheet);
  if ('keep' in filter) return keptErrors(filter.keep, column, path);
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
      return isMoment(value)
        ? []
        : [{ path: `${path}.${end}`, message: `"${column.name}" holds dates: ${end} must be written as 2025-03-04` }];
    return [{ path: `${path}.${end}`, message: `"${column.name}" has no range` }];
  });
}
