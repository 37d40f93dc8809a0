import { sql, type SQL } from 'drizzle-orm';
import type { Calendar, Step } from '@/core/calendar';
import { isDated, isNumeric, type ColumnProfile } from '@/core/inference';
import type { GrainAxis, GroupedQuery, Measure, PointsQuery } from '@/core/grain';
import { column, type Columns, type Filter } from '@/core/spec';

/** A table to ask, and what its columns are. */
export interface Target {
  readonly table: SQL;
  readonly columns: Columns;
  /** The rows have a place of their own, `n`; tables of other databases have none. */
  readonly placed: boolean;
}

const at = (key: string) => sql.identifier(key);

/** A GroupedQuery as one SELECT: columns a0…, then m0…. Grouping comes first, so that what is written out is written once per group. */
export function groupedSql(query: GroupedQuery, target: Target): SQL {
  const axes = query.axes.map((axis, i) => sql`${axisSql(axis, target.columns)} AS ${at(`g${i}`)}`);
  const measures = query.measures.map((measure, i) => sql`${measureSql(measure, target)} AS ${at(`m${i}`)}`);
  const places = query.axes.map((_, i) => sql.raw(String(i + 1)));
  const outer = query.axes.map((axis, i) => sql`${axisText(axis, target.columns, at(`g${i}`))} AS ${at(`a${i}`)}`);
  const kept = query.measures.map((_, i) => sql`${at(`m${i}`)}`);
  return sql`SELECT ${sql.join([...outer, ...kept], sql`, `)} FROM (SELECT ${sql.join([...axes, ...measures], sql`, `)} FROM ${target.table}${whereSql(query.filters, target.columns)} GROUP BY ${sql.join(places, sql`, `)}) AS grain`;
}

function axisSql(axis: GrainAxis, columns: Columns): SQL {
  const cell = sql`${at(axis.column)}`;
  switch (axis.as) {
    case 'value':
      return cell;
    case 'hour-of-day':
      return sql`extract(hour FROM ${cell})::int`;
    case 'bin':
      return sql`least(floor((${cell} - ${axis.start}::numeric) / ${axis.width}::numeric), ${axis.count - 1})::int`;
    case 'step':
      return stepSql(cell, axis.step, axis.calendar, column(columns, axis.column));
  }
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
  const profile = column(columns, axis.column);
  if (axis.as === 'step' || (axis.as === 'value' && isDated(profile)))
    return sql`(extract(epoch FROM ${key}) * 1000)::float8`;
  if (axis.as === 'value' && isNumeric(profile)) return sql`${key}::float8`;
  return axis.as === 'value' && profile.type === 'time' ? sql`${key}::text` : sql`${key}`;
}

function measureSql(measure: Measure, { columns, placed }: Target): SQL {
  if (measure.want === 'rows') return sql`count(*)::float8`;
  if (measure.want === 'first-row') return placed ? sql`min(n)::float8` : sql`0::float8`;
  const cell = sql`${at(measure.column)}`;
  switch (measure.want) {
    case 'sum':
      return sql`sum(${cell})::text`;
    case 'count':
      return sql`count(${cell})::float8`;
    case 'min':
      return sql`min(${cell})::float8`;
    case 'max':
      return sql`max(${cell})::float8`;
    case 'median':
      return sql`percentile_cont(0.5) WITHIN GROUP (ORDER BY ${cell})`;
    case 'distinct':
      return sql`count(DISTINCT ${cell})::float8`;
    case 'first':
    case 'last': {
      const direction = sql.raw(measure.want === 'first' ? 'ASC' : 'DESC');
      if (measure.when !== undefined) column(columns, measure.when);
      const order = [
        ...(measure.when ? [sql`${at(measure.when)} ${direction} NULLS LAST`] : []),
        ...(placed ? [sql`n ${direction}`] : []),
      ];
      return sql`(array_agg(${cell}${order.length > 0 ? sql` ORDER BY ${sql.join(order, sql`, `)}` : sql``}) FILTER (WHERE ${cell} IS NOT NULL))[1]::float8`;
    }
  }
}

/** Pairs with their counts, one row each; `limit + 1` of them at most. */
export function pointsSql(query: PointsQuery, target: Target): SQL {
  const split = query.split
    ? axisText({ as: 'value', column: query.split }, target.columns, at(query.split))
    : sql`NULL`;
  return sql`SELECT ${at(query.x)}::float8 AS x, ${at(query.y)}::float8 AS y, ${split} AS split, count(*)::float8 AS count FROM ${target.table}${pairWhere(query, target)} GROUP BY 1, 2, 3 ORDER BY 1, 2 LIMIT ${query.limit + 1}`;
}

/** Near pairs merged on a grid of 110 by 80, each at the middle of its rows. */
export function mergedPointsSql(query: PointsQuery, target: Target): SQL {
  const split = query.split
    ? axisText({ as: 'value', column: query.split }, target.columns, at(query.split))
    : sql`NULL`;
  const from = sql`(SELECT ${at(query.x)}::float8 AS x, ${at(query.y)}::float8 AS y, ${split} AS split FROM ${target.table}${pairWhere(query, target)})`;
  const cell = (name: string, parts: number) =>
    sql.raw(`least(floor((${name} - low_${name}) / nullif(high_${name} - low_${name}, 0) * ${parts}), ${parts - 1})`);
  return sql`WITH pairs AS ${from}, ends AS (SELECT min(x) AS low_x, max(x) AS high_x, min(y) AS low_y, max(y) AS high_y FROM pairs)
    SELECT avg(x) AS x, avg(y) AS y, split, count(*)::float8 AS count FROM pairs, ends GROUP BY split, ${cell('x', 110)}, ${cell('y', 80)}`;
}

/** Rows that lack one of the two numbers. */
export function incompleteSql(query: PointsQuery, target: Target): SQL {
  const lacks = sql`(${at(query.x)} IS NULL OR ${at(query.y)} IS NULL)`;
  return sql`SELECT count(*)::float8 AS count FROM ${target.table} WHERE ${sql.join([...query.filters.map((filter) => filterSql(filter, target.columns)), lacks], sql` AND `)}`;
}

function pairWhere(query: PointsQuery, target: Target): SQL {
  const both = sql`${at(query.x)} IS NOT NULL AND ${at(query.y)} IS NOT NULL`;
  return sql` WHERE ${sql.join([...query.filters.map((filter) => filterSql(filter, target.columns)), both], sql` AND `)}`;
}

function whereSql(filters: readonly Filter[], columns: Columns): SQL {
  return filters.length === 0
    ? sql``
    : sql` WHERE ${sql.join(
        filters.map((filter) => filterSql(filter, columns)),
        sql` AND `,
      )}`;
}

/** One filter as a condition. `not` keeps blanks, ranges leave them out. @throws RangeError for a filter that is not built yet. */
function filterSql(filter: Filter, columns: Columns): SQL {
  const profile = column(columns, filter.column);
  const cell = sql`${at(filter.column)}`;
  if ('keep' in filter) return keepSql(cell, filter, profile);
  if ('present' in filter) return filter.present ? sql`${cell} IS NOT NULL` : sql`${cell} IS NULL`;
  if ('window' in filter || 'top' in filter) throw new RangeError('windows and top filters are not built yet');
  const cast = castOf(profile);
  const ends = [
    ...(filter.from === undefined ? [] : [sql`${cell} >= ${filter.from}::${cast}`]),
    ...(filter.to === undefined ? [] : [sql`${cell} < ${filter.to}::${cast}`]),
  ];
  return sql`(${sql.join(ends, sql` AND `)})`;
}

function keepSql(cell: SQL, filter: Extract<Filter, { keep: unknown[] }>, profile: ColumnProfile): SQL {
  const blank = filter.keep.includes(null);
  const values = filter.keep.filter((value) => value !== null).map(String);
  const among = sql`${cell} IN (${sql.join(
    values.map((value) => sql`${value}::${castOf(profile)}`),
    sql`, `,
  )})`;
  const held = values.length > 0 ? sql`coalesce(${among}, false)` : sql`false`;
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
