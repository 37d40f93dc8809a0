import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool, types } from 'pg';
import { DATABASE, noteAway, noteBack } from '../outage';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
/** A transaction, or the database itself. */
export type Within = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;

// Dates and decimals cross as the texts they are: nothing is shifted by a zone or rounded to a double on the way.
types.setTypeParser(types.builtins.DATE, (text) => text);
types.setTypeParser(types.builtins.TIMESTAMP, (text) => text.replace(' ', 'T'));
types.setTypeParser(types.builtins.NUMERIC, (text) => text);

interface Held {
  pool: Pool;
  database: Database;
}
/** One pool for the process, also across reloads of modules while developing. */
const held = globalThis as typeof globalThis & { upChartDatabase?: Held };

function open(): Held {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set. Start the application with "npm run demo".');
  const pool = new Pool({ connectionString: url, max: 12 });
  // A connection that is lost while it is used tells whoever uses it; without a listener it would end the process too.
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
    noteBack(DATABASE);
  });
  pool.on('error', (error) => noteAway(DATABASE, error));
  return { pool, database: drizzle(pool, { schema }) };
}

export function pool(): Pool {
  return (held.upChartDatabase ??= open()).pool;
}
export function database(): Database {
  return (held.upChartDatabase ??= open()).database;
}

export async function closeDatabase(): Promise<void> {
  await held.upChartDatabase?.pool.end();
  held.upChartDatabase = undefined;
}
