import { sql, type SQL } from 'drizzle-orm';
import { isDated, isNumeric, rankWhens, type ColumnProfile } from '@/core/inference';
import { axisFrom, filterOn, measureFrom, type GroupedQuery, type Holding, type Measure } from '@/core/grain';
import type { Columns } from '@/core/spec';
import { tableOf } from '../sheets/tables';
import type { Target } from './to-sql';

/** Which columns the kept sums of a sheet stand for: sums of amounts by day and groups. */
export interface KeptSums {
  /** The name of the table in the schema of sheets; null where keeping sums is not worth it. */
  readonly table: string | null;
  /** The main When, kept by day. */
  readonly day?: string;
  readonly groups: readonly string[];
  readonly amounts: readonly string[];
}

/** Below this many rows the rows themselves answer quickly enough. */
export const KEEP_FROM_ROWS = 200_000;
/** The kept table has at most one row for so many of the sheet, and never more than the bound. */
const ROWS_FOR_ONE = 20;
const MOST_ROWS = 1_000_000;
const MOST_AMOUNTS = 12;
const DAY_MS = 86_400_000;

/** How many rows a kept table may have for a sheet of `rowCount`. */
export const mostKept = (rowCount: number) => Math.min(rowCount / ROWS_FOR_ONE, MOST_ROWS);

/**
 * What to keep of a sheet: the days of its main When, then Groups, those of the fewest values first, as long as all of
 * their combinations stay within the bound.
 */
export function planKept(columns: readonly ColumnProfile[], rowCount: number): Omit<KeptSums, 'table'> | undefined {
  const most = mostKept(rowCount);
  const [when] = rankWhens(columns).filter(isDated);
  const days = when ? daysOf(when) : Infinity;
  const day = days <= most ? when.key : undefined;
  let size = day ? days : 1;
  const groups: string[] = [];
  const ranked = columns.filter(({ role }) => role === 'group').sort((a, b) => a.stats.distinct - b.stats.distinct);
  for (const { key, stats } of ranked) {
    const values = stats.distinct + 1;
    if (size * values > most) break;
    size *= values;
    groups.push(key);
  }
  if (!day && groups.length === 0) return undefined;
  const amounts = columns.filter((column) => column.role === 'amount' && isNumeric(column)).slice(0, MOST_AMOUNTS);
  return { ...(day ? { day } : {}), groups, amounts: amounts.map(({ key }) => key) };
}

function daysOf({ stats: { min, max } }: ColumnProfile): number {
  const [from, to] = [Date.parse(String(min)), Date.parse(String(max))];
  return Number.isNaN(from) || Number.isNaN(to) ? Infinity : Math.floor((to - from) / DAY_MS) + 2;
}

const ROWS = sql.identifier('k_rows');
const PARTS = ['sum', 'count', 'min', 'max'] as const;
const part = (key: string, what: (typeof PARTS)[number]) => sql.identifier(`${key}_${what}`);

/** Makes the kept table of a sheet out of its rows. */
export function keepSql(from: string, to: string, { day, groups, amounts }: Omit<KeptSums, 'table'>): SQL {
  const keys = [
    ...(day ? [sql`${sql.identifier(day)}::date AS ${sql.identifier(day)}`] : []),
    ...groups.map((key) => sql`${sql.identifier(key)}`),
  ];
  const sums = amounts.flatMap((key) =>
    PARTS.map(
      (what) =>
        sql`${sql.raw(what)}(${sql.identifier(key)})${sql.raw(what === 'count' ? '::int' : '')} AS ${part(key, what)}`,
    ),
  );
  const places = keys.map((_, i) => sql.raw(String(i + 1)));
  return sql`CREATE TABLE ${tableOf(to)} AS SELECT ${sql.join([...keys, sql`count(*)::int AS ${ROWS}`, sql`min(n) AS n`, ...sums], sql`, `)} FROM ${tableOf(from)} GROUP BY ${sql.join(places, sql`, `)}`;
}

/** What a kept table holds, as an answer would. */
function holdingOf({ day, groups, amounts }: KeptSums): Holding {
  return {
    axes: [
      ...(day === undefined ? [] : [{ as: 'step' as const, column: day, step: 'day' as const, calendar: {} }]),
      ...groups.map((column) => ({ as: 'value' as const, column })),
    ],
    measures: [
      { want: 'rows' },
      { want: 'first-row' },
      ...amounts.flatMap((of) => PARTS.map((want): Measure => ({ want, of }))),
    ],
  };
}

/** The kept table as a place to ask a question; `undefined` where the question needs the rows themselves. */
export function keptTarget(query: GroupedQuery, kept: KeptSums, columns: Columns): Target | undefined {
  if (kept.table === null) return undefined;
  const holding = holdingOf(kept);
  const answers =
    query.axes.every((axis) => axisFrom(axis, holding)) &&
    query.measures.every((measure) => measureFrom(measure, holding)) &&
    query.filters.every((filter) => filterOn(filter, holding));
  if (!answers) return undefined;
  const day = kept.day === undefined ? undefined : columns.get(kept.day);
  return {
    table: tableOf(kept.table),
    columns: day ? new Map([...columns, [day.key, { ...day, type: 'date' }]]) : columns,
    placed: true,
    measure: (measure) => keptMeasureSql(measure, kept),
  };
}

function keptMeasureSql(measure: Measure, { amounts }: KeptSums): SQL {
  switch (measure.want) {
    case 'rows':
      return sql`coalesce(sum(${ROWS}), 0)::float8`;
    case 'first-row':
      return sql`min(n)::float8`;
    case 'sum':
      return sql`sum(${part(measure.of, 'sum')})::text`;
    case 'min':
    case 'max':
      return sql`${sql.raw(measure.want)}(${part(measure.of, measure.want)})::float8`;
    case 'count':
      return amounts.includes(measure.of)
        ? sql`coalesce(sum(${part(measure.of, 'count')}), 0)::float8`
        : sql`coalesce(sum(${ROWS}) FILTER (WHERE ${sql.identifier(measure.of)} IS NOT NULL), 0)::float8`;
    case 'distinct':
      return sql`count(DISTINCT ${sql.identifier(measure.of)})::float8`;
    default:
      throw new RangeError(`kept sums hold no ${measure.want}`);
  }
}
