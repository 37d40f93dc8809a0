import { sql, type SQL } from 'drizzle-orm';
import type { ColumnProfile } from '@/core/inference';
import type { SheetSample } from '@/core/sense';
import { plainValue } from './plain-value';
import type { Rows } from './rhythms';

/** So many rows are looked at: all of a small sheet, else stretches of neighbours from all over it. */
const SAMPLED = 2_000;
const STRETCHES = 5;

/** Some rows of a table, in their order. @param placed whether the rows have their place `n` */
export async function sampleOf(
  rows: Rows,
  table: SQL,
  { columns, total }: { readonly columns: readonly ColumnProfile[]; readonly total: number },
  placed: boolean,
): Promise<SheetSample> {
  const length = SAMPLED / STRETCHES;
  const stretches = Array.from({ length: STRETCHES }, (_, i) => {
    const from = Math.floor((i * (total - length)) / (STRETCHES - 1));
    return sql`(n >= ${from} AND n < ${from + length})`;
  });
  const some = total > SAMPLED ? sql`WHERE ${sql.join(stretches, sql` OR `)} ORDER BY n` : sql`ORDER BY n`;
  const cells = columns.map(({ key }) => sql.identifier(key));
  const found = await rows(
    sql`SELECT ${sql.join(cells, sql`, `)} FROM ${table} ${placed ? some : sql`LIMIT ${SAMPLED}`}`,
  );
  return {
    columns: columns.map((column) => found.map((row) => plainValue(row[column.key], column))),
    rows: found.length,
    total,
  };
}
