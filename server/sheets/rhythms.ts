import { sql, type SQL } from 'drizzle-orm';
import { isDated, rhythmOf, type ColumnProfile } from '@/core/inference';

/** So many rows show whether it is worth looking at all of them. */
const LOOKED_AT = 500;

/** Asks for rows of a table. */
export type Rows = (statement: SQL) => Promise<Record<string, unknown>[]>;

/** The columns, those of dates with the step that their days keep. */
export async function withRhythms(rows: Rows, table: SQL, columns: readonly ColumnProfile[]): Promise<ColumnProfile[]> {
  const found: ColumnProfile[] = [];
  for (const column of columns) {
    const rhythm = isDated(column) && !column.meaning ? await rhythmOfColumn(rows, table, column.key) : undefined;
    found.push(
      rhythm
        ? { ...column, rhythm, reasons: [...column.reasons, `One date a ${rhythm}: nothing finer is known of them.`] }
        : column,
    );
  }
  return found;
}

async function rhythmOfColumn(rows: Rows, table: SQL, key: string) {
  const cell = sql`${sql.identifier(key)}`;
  const some = sql`(SELECT ${cell} FROM ${table} WHERE ${cell} IS NOT NULL LIMIT ${LOOKED_AT}) AS looked`;
  return (await rhythmIn(rows, some, cell)) && rhythmIn(rows, table, cell);
}

async function rhythmIn(rows: Rows, table: SQL, cell: SQL) {
  const part = (field: string) => sql`extract(${sql.raw(field)} FROM d)`;
  const [facts] = await rows(sql`
    SELECT count(*)::int AS "days", coalesce(bool_or(timed), false) AS "timed",
      coalesce(bool_and(${part('day')} = 1), false) AS "firsts",
      coalesce(bool_and(extract(day FROM d + 1) = 1), false) AS "lasts",
      count(DISTINCT ${part('day')})::int AS "daysOfMonth", count(DISTINCT ${part('isodow')})::int AS "weekdays",
      count(DISTINCT ${part('month')})::int AS "months",
      count(DISTINCT mod(${part('month')}::int, 3))::int AS "monthsOfQuarter"
    FROM (SELECT ${cell}::date AS d, bool_or(${cell}::timestamp <> ${cell}::date::timestamp) AS timed
      FROM ${table} WHERE ${cell} IS NOT NULL GROUP BY 1) AS different`);
  return rhythmOf(facts as unknown as Parameters<typeof rhythmOf>[0]);
}
