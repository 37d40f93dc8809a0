import { sql, type SQL } from 'drizzle-orm';
import type { Calendar, Cycle, Step } from '@/core/calendar';
import { isDated, isNumeric, type ColumnProfile, type Summary, type SummaryKind } from '@/core/inference';
import {
  mainOrder,
  partsOf,
  type GrainAxis,
  type GroupedQuery,
  type Measure,
  type PointsQuery,
  type RowFilter,
} from '@/core/grain';
import {
  column,
  blanksAreNothing,
  expressionOf,
  formulaColumns,
  formulaText,
  isRowsFirst,
  parseFormula,
  type Amount,
  type Columns,
  type Expression,
  type Formula,
  type PlainFilter,
} from '@/core/spec';

/** A table to ask, and what its columns are. */
export interface Target {
  readonly table: SQL;
  readonly columns: Columns;
  /** The rows have a place of their own, `n`; tables of other databases have none. */
  readonly placed: boolean;
  /** How measures are had where the rows of the table are sums already. */
  readonly measure?: (measure: Measure) => SQL;
}

const at = (key: string) => sql.identifier(key);

/** A GroupedQuery as one SELECT: columns a0…, then m0…. Grouping comes first, so that what is written out is written once per group. @param most groups are answered at the most */
export function groupedSql(query: GroupedQuery, target: Target, most?: number): SQL {
  const axes = query.axes.map((axis, i) => sql`${axisSql(axis, target.columns)} AS ${at(`g${i}`)}`);
  const measures = query.measures.map((measure, i) => sql`${measureSql(measure, target)} AS ${at(`m${i}`)}`);
  const places = query.axes.map((_, i) => sql.raw(String(i + 1)));
  const outer = query.axes.map((axis, i) => sql`${axisText(axis, target.columns, at(`g${i}`))} AS ${at(`a${i}`)}`);
  const kept = query.measures.map((_, i) => sql`${at(`m${i}`)}`);
  const grouped = places.length > 0 ? sql` GROUP BY ${sql.join(places, sql`, `)}` : sql``;
  const single = query.axes.find((axis) => axis.as === 'row');
  const from = single
    ? singleRowsSql(single, query.filters, target)
    : sql`${target.table}${whereSql(query.filters, target)}`;
  return sql`SELECT ${sql.join([...outer, ...kept], sql`, `)} FROM (SELECT ${sql.join([...axes, ...measures], sql`, `)} FROM ${from}${grouped}${most === undefined ? sql`` : sql` LIMIT ${most}`}) AS grain`;
}

/** The first so many rows in an order, with their places in it as `k`. */
function singleRowsSql(
  { order, limit }: Extract<GrainAxis, { as: 'row' }>,
  filters: readonly RowFilter[],
  target: Target,
): SQL {
  const by = order
    ? sql`${at(column(target.columns, order.column).key)} ${sql.raw(order.descending ? 'DESC' : 'ASC')} NULLS LAST, n`
    : sql`n`;
  return sql`(SELECT *, row_number() OVER (ORDER BY ${by}) AS k FROM ${target.table}${whereSql(filters, target)} ORDER BY ${by} LIMIT ${limit}) AS single`;
}

/**
 * An expression over columns, worked out row by row: a plain column as it is, formulas in decimals; a division by zero is
 * null. Where blanks count as nothing, the row has a value if any of its columns has one.
 */
function exprSql(expression: Expression, columns: Columns): SQL {
  const formula = parseFormula(expression.of);
  if (formula.is === 'column') return sql`${at(column(columns, formula.key).key)}`;
  if (!blanksAreNothing(expression)) return formulaSql(formula, columns, false);
  return sql`(CASE WHEN ${someSql(formula, columns)} THEN ${formulaSql(formula, columns, true)} END)`;
}

/** Whether a row has a value in at least one of the columns of a formula. */
function someSql(formula: Formula, columns: Columns): SQL {
  const filled = formulaColumns(formula).map((key) => sql`${at(column(columns, key).key)} IS NOT NULL`);
  return sql`(${filled.length > 0 ? sql.join(filled, sql` OR `) : sql`true`})`;
}

function formulaSql(formula: Formula, columns: Columns, filled: boolean): SQL {
  switch (formula.is) {
    case 'number':
      return sql`${formula.text}::numeric`;
    case 'column': {
      const cell = sql`${at(column(columns, formula.key).key)}::numeric`;
      return filled ? sql`coalesce(${cell}, 0)` : cell;
    }
    case 'minus':
      return sql`(- ${formulaSql(formula.of, columns, filled)})`;
    default: {
      const [left, right] = [formulaSql(formula.left, columns, filled), formulaSql(formula.right, columns, filled)];
      return formula.is === '/' ? sql`(${left} / nullif(${right}, 0))` : sql`(${left} ${sql.raw(formula.is)} ${right})`;
    }
  }
}

function axisSql(axis: GrainAxis, columns: Columns): SQL {
  const cell = sql`${at(axis.column)}`;
  switch (axis.as) {
    case 'value':
      return cell;
    case 'row':
      return sql`n`;
    case 'cycle':
      return cycleSql(cell, axis.cycle);
    case 'bin':
      // least() passes over nulls: an empty cell would fall into the last interval.
      return sql`CASE WHEN ${cell} IS NOT NULL THEN least(floor((${cell} - ${axis.start}::numeric) / ${axis.width}::numeric), ${axis.count - 1})::int END`;
    case 'step':
      return stepSql(cell, axis.step, axis.calendar, column(columns, axis.column));
  }
}

const CYCLE_FIELDS: Readonly<Record<Cycle, string>> = {
  'month-of-year': 'month',
  weekday: 'isodow',
  'hour-of-day': 'hour',
};
function cycleSql(cell: SQL, cycle: Cycle): SQL {
  return sql`extract(${sql.raw(CYCLE_FIELDS[cycle])} FROM ${cell})::int`;
}

/** The first day (or hour) of the step that holds a date; years and quarters shifted by the business year, weeks by their first day. */
function stepSql(cell: SQL, step: Step, calendar: Calendar, { type }: ColumnProfile): SQL {
  if (step === 'day') return type === 'date' ? cell : sql`${cell}::date`;
  const stamp = type === 'date' ? sql`${cell}::timestamp` : cell;
  if (step === 'week' && calendar.weekStart === 'sunday')
    return sql`(date_trunc('week', ${stamp} + interval '1 day') - interval '1 day')`;
  const shift = (calendar.yearStart ?? 1) - 1;
  if (shift > 0 && (step === 'year' || step === 'quarter')) {
    const months = sql.raw(`interval '${shift} months'`);
    return sql`(date_trunc(${sql.raw(`'${step}'`)}, ${stamp} - ${months}) + ${months})`;
  }
  return sql`date_trunc(${sql.raw(`'${step}'`)}, ${stamp})`;
}

/** How a group's key leaves the database: dates as milliseconds in UTC fields, numbers as doubles. */
function axisText(axis: GrainAxis, columns: Columns, key: ReturnType<typeof at>): SQL {
  if (axis.as === 'row') return sql`${key}::float8`;
  const profile = column(columns, axis.column);
  if (axis.as === 'step' || (axis.as === 'value' && isDated(profile)))
    return sql`(extract(epoch FROM ${key}) * 1000)::float8`;
  if (axis.as === 'value' && isNumeric(profile)) return sql`${key}::float8`;
  return axis.as === 'value' && profile.type === 'time' ? sql`${key}::text` : sql`${key}`;
}

function measureSql(measure: Measure, target: Target): SQL {
  const { columns, placed, measure: summed } = target;
  if (summed) return summed(measure);
  if (measure.want === 'rows') return sql`count(*)::float8`;
  if (measure.want === 'first-row') return placed ? sql`min(n)::float8` : sql`0::float8`;
  if (measure.want === 'place') return sql`min(k)::float8`;
  // Cells that could not be read are kept beside the rows of an imported sheet; tables of other databases keep none.
  if (measure.want === 'unread')
    return placed ? sql`(count(*) FILTER (WHERE x ? ${measure.of}))::float8` : sql`0::float8`;
  if (measure.want === 'some')
    return sql`(count(*) FILTER (WHERE ${someSql(parseFormula(measure.of), columns)}))::float8`;
  const cell = exprSql(measure, columns);
  if (measure.want === 'name')
    return sql`CASE WHEN count(${cell}) = 0 THEN NULL WHEN count(DISTINCT ${cell}) = 1 THEN '=' || min(${cell}::text) ELSE '*' || count(DISTINCT ${cell}) END`;
  if (measure.when !== undefined) column(columns, measure.when);
  const by = orderOf(measure.when, target);
  // Sums leave the database with all their digits.
  return sql`${aggregateSql(measure.want, cell, by)}${sql.raw(measure.want === 'sum' ? '::text' : '::float8')}`;
}

/** Pairs with their counts, one row each; `limit + 1` of them at most. */
export function pointsSql(query: PointsQuery, target: Target): SQL {
  const split = query.split
    ? axisText({ as: 'value', column: query.split }, target.columns, at(query.split))
    : sql`NULL`;
  return sql`SELECT ${exprSql({ of: query.x }, target.columns)}::float8 AS x, ${exprSql({ of: query.y }, target.columns)}::float8 AS y, ${split} AS split, count(*)::float8 AS count FROM ${target.table}${pairWhere(query, target)} GROUP BY 1, 2, 3 ORDER BY 1, 2 LIMIT ${query.limit + 1}`;
}

/** Near pairs merged on a grid of 110 by 80, each at the middle of its rows. */
export function mergedPointsSql(query: PointsQuery, target: Target): SQL {
  const split = query.split
    ? axisText({ as: 'value', column: query.split }, target.columns, at(query.split))
    : sql`NULL`;
  const from = sql`(SELECT ${exprSql({ of: query.x }, target.columns)}::float8 AS x, ${exprSql({ of: query.y }, target.columns)}::float8 AS y, ${split} AS split FROM ${target.table}${pairWhere(query, target)})`;
  const cell = (name: string, parts: number) =>
    sql.raw(`least(floor((${name} - low_${name}) / nullif(high_${name} - low_${name}, 0) * ${parts}), ${parts - 1})`);
  return sql`WITH pairs AS ${from}, ends AS (SELECT min(x) AS low_x, max(x) AS high_x, min(y) AS low_y, max(y) AS high_y FROM pairs)
    SELECT avg(x) AS x, avg(y) AS y, split, count(*)::float8 AS count FROM pairs, ends GROUP BY split, ${cell('x', 110)}, ${cell('y', 80)}`;
}

/** Rows that lack one of the two numbers. */
export function incompleteSql(query: PointsQuery, target: Target): SQL {
  const [x, y] = [exprSql({ of: query.x }, target.columns), exprSql({ of: query.y }, target.columns)];
  return sql`SELECT count(*)::float8 AS count FROM ${target.table}${whereSql(query.filters, target, sql`(${x} IS NULL OR ${y} IS NULL)`)}`;
}

function pairWhere(query: PointsQuery, target: Target): SQL {
  const [x, y] = [exprSql({ of: query.x }, target.columns), exprSql({ of: query.y }, target.columns)];
  return whereSql(query.filters, target, sql`${x} IS NOT NULL AND ${y} IS NOT NULL`);
}

/** The condition of some filters and one more, with its WHERE; nothing where there is none. */
export function whereSql(filters: readonly RowFilter[], target: Target, more?: SQL): SQL {
  const conditions = [...filters.map((filter) => filterSql(filter, filters, target)), ...(more ? [more] : [])];
  return conditions.length === 0 ? sql`` : sql` WHERE ${sql.join(conditions, sql` AND `)}`;
}

/** One filter as a condition. `not` keeps blanks, ranges leave them out. */
function filterSql(filter: RowFilter, all: readonly RowFilter[], target: Target): SQL {
  if ('rows' in filter) return sql`n = ANY(${sql.param([...filter.rows])}::bigint[])`;
  if ('worked' in filter) {
    const found = exprSql({ of: filter.worked }, target.columns);
    return filter.is === undefined ? sql`${found} IS NOT NULL` : sql`${found}::float8 = ${filter.is}::float8`;
  }
  const profile = column(target.columns, filter.column);
  const cell = sql`${at(filter.column)}`;
  if ('keep' in filter) return keepSql(cell, filter, profile);
  if ('present' in filter) return filter.present ? sql`${cell} IS NOT NULL` : sql`${cell} IS NULL`;
  if ('cycle' in filter) return sql`${cycleSql(cell, filter.cycle)} = ${filter.place}`;
  if ('starts' in filter) return startsSql(cell, filter, profile);
  if ('top' in filter) return topSql(cell, filter, all, target);
  const cast = castOf(profile);
  const ends = [
    ...(filter.from === undefined ? [] : [sql`${cell} >= ${filter.from}::${cast}`]),
    ...(filter.to === undefined ? [] : [sql`${cell} < ${filter.to}::${cast}`]),
  ];
  return sql`(${sql.join(ends, sql` AND `)})`;
}

function startsSql(cell: SQL, filter: Extract<RowFilter, { starts: unknown }>, profile: ColumnProfile): SQL {
  const starts = filter.starts.filter((start) => start !== null);
  const held = sql`coalesce(${stepSql(cell, filter.step, filter.calendar, profile)}::timestamp = ANY(${sql.param(starts)}::timestamp[]), false)`;
  return filter.starts.includes(null) ? sql`(${cell} IS NULL OR ${held})` : held;
}

/** The rows of the first few values by a summary, among the rows that the other filters leave; blanks are none of them. */
function topSql(
  cell: SQL,
  filter: Extract<RowFilter, { top: number }>,
  all: readonly RowFilter[],
  target: Target,
): SQL {
  const others = all.filter((other) => !('top' in other) && !other.narrows);
  const direction = sql.raw(filter.ascending ? 'ASC' : 'DESC');
  const value = summarySql(
    filter.by.amount,
    filter.by.summary,
    target,
    orderOf(filter.when ?? mainOrder(target.columns).when, target),
  );
  return sql`${cell} IN (SELECT ${cell} FROM ${target.table}${whereSql(others, target, sql`${cell} IS NOT NULL`)} GROUP BY ${cell} ORDER BY ${value} ${direction} NULLS LAST, ${cell} LIMIT ${filter.top})`;
}

/** An amount with its summary as one expression over a group of rows; a ratio from the totals of its columns. */
function summarySql(amount: Amount, summary: Summary, target: Target, by: readonly InOrder[]): SQL {
  if ('rows' in amount) return sql`count(*)`;
  if ('column' in amount) return aggregateSql(summary, exprSql({ of: amount.column }, target.columns), by);
  if (isRowsFirst(amount)) return aggregateSql(summary, exprSql(expressionOf(amount), target.columns), by);
  const parts = new Set(partsOf(amount, summary).map(({ of }) => of));
  const ofTotals = (formula: Formula): SQL => {
    if (formula.is === 'number') return sql`${formula.text}::numeric`;
    const text = formulaText(formula);
    if (parts.has(text)) return sql`(${aggregateSql(summary, exprSql({ of: text }, target.columns), by)})::numeric`;
    if (formula.is === 'column') return sql`NULL::numeric`;
    if (formula.is === 'minus') return sql`(- ${ofTotals(formula.of)})`;
    const [left, right] = [ofTotals(formula.left), ofTotals(formula.right)];
    if (formula.is === '/') return sql`(${left} / nullif(${right}, 0))`;
    if (formula.is === '*') return sql`(${left} * ${right})`;
    // A part without a value adds nothing.
    const either = (sign: SQL) =>
      sql`CASE WHEN ${left} IS NULL AND ${right} IS NULL THEN NULL ELSE coalesce(${left}, 0) ${sign} coalesce(${right}, 0) END`;
    return sql`(${either(sql.raw(formula.is))})`;
  };
  return ofTotals(parseFormula(amount.formula));
}

/** Rows in an order, up or down. */
type InOrder = (down: SQL) => SQL;

/** What first and last go by: a date, then the place in the sheet. */
const orderOf = (when: string | undefined, { placed }: Target): InOrder[] => [
  ...(when === undefined ? [] : [(down: SQL) => sql`${at(when)} ${down} NULLS LAST`]),
  ...(placed ? [(down: SQL) => sql`n ${down}`] : []),
];

/** A summary of cells, or what it is made of; the first and the last go `by` an order of the rows. */
function aggregateSql(
  what: Summary | 'count' | NonNullable<SummaryKind['part']>,
  cell: SQL,
  by: readonly InOrder[],
): SQL {
  switch (what) {
    case 'mean':
      return sql`avg(${cell})`;
    case 'median':
      return sql`percentile_cont(0.5) WITHIN GROUP (ORDER BY ${cell})`;
    case 'distinct':
      return sql`count(DISTINCT ${cell})`;
    case 'sum':
    case 'count':
    case 'min':
    case 'max':
      return sql`${sql.raw(what)}(${cell})`;
    case 'first':
    case 'last': {
      const down = sql.raw(what === 'first' ? 'ASC' : 'DESC');
      const order =
        by.length > 0
          ? sql` ORDER BY ${sql.join(
              by.map((one) => one(down)),
              sql`, `,
            )}`
          : sql``;
      return sql`(array_agg(${cell}${order}) FILTER (WHERE ${cell} IS NOT NULL))[1]`;
    }
  }
}

function keepSql(cell: SQL, filter: Extract<PlainFilter, { keep: unknown[] }>, profile: ColumnProfile): SQL {
  const blank = filter.keep.includes(null);
  const values = filter.keep.filter((value) => value !== null).map(String);
  const among = sql`coalesce(${cell} = ANY(${sql.param(values)}::${castOf(profile)}[]), false)`;
  const held = values.length > 0 ? among : sql`false`;
  if (!filter.not) return blank ? sql`(${cell} IS NULL OR ${held})` : sql`${held}`;
  return blank ? sql`(${cell} IS NOT NULL AND NOT ${held})` : sql`NOT ${held}`;
}

function castOf(profile: ColumnProfile): SQL {
  if (isNumeric(profile)) return sql.raw('numeric');
  return sql.raw(
    profile.type === 'date' || profile.type === 'datetime'
      ? 'timestamp'
      : profile.type === 'boolean'
        ? 'boolean'
        : profile.type === 'time'
          ? 'time'
          : 'text',
  );
}
