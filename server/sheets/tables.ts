import { sql, type SQL } from 'drizzle-orm';
import type { ColumnProfile } from '@/core/inference';

/** The schema that holds the rows of imported sheets, one table each. */
export const SHEETS_SCHEMA = 'sheets';

/**
 * A sheet's table: `n` is the place of the row from 0, `r` its number in the file, `c1…cn` the typed cells, `x` the
 * cells that could not be read, by column key. No name from a user ever becomes part of it.
 */
export function tableOf(tableName: string): SQL {
  return sql`${sql.identifier(SHEETS_SCHEMA)}.${sql.identifier(tableName)}`;
}

/** The table of sums that is kept beside the rows of a large sheet. */
export const keptTableName = (tableName: string) => `k_${tableName.slice(2)}`;

/** Drops the rows of a sheet and what is kept beside them. */
export function dropTables(tableName: string): SQL {
  return sql`DROP TABLE IF EXISTS ${tableOf(tableName)}, ${tableOf(keptTableName(tableName))}`;
}

const TYPES: Readonly<Record<ColumnProfile['type'], string>> = {
  boolean: 'boolean',
  integer: 'bigint',
  decimal: 'numeric',
  date: 'date',
  datetime: 'timestamp',
  time: 'time',
  text: 'text',
};

export function sqlType({ type, format }: Pick<ColumnProfile, 'type' | 'format'>): string {
  return type === 'integer' && format.big ? 'numeric' : TYPES[type];
}

export function createTable(tableName: string, columns: readonly ColumnProfile[]): SQL {
  const cells = columns.map((column) => sql`${sql.identifier(column.key)} ${sql.raw(sqlType(column))}`);
  return sql`CREATE TABLE ${tableOf(tableName)} (n bigint NOT NULL, r bigint NOT NULL, ${sql.join([...cells, sql`x jsonb`], sql`, `)})`;
}

/** @param delimiter what parts the cells of the lines that follow (`copyTexts`) */
export function copyStatement(tableName: string, columns: readonly ColumnProfile[], delimiter: string): string {
  return `COPY "${SHEETS_SCHEMA}"."${tableName}" (n, r, ${columns.map((column) => `"${column.key}"`).join(', ')}, x) FROM STDIN (DELIMITER '${delimiter.replace("'", "''")}')`;
}
