import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';

/** Asks the application's own database, from beside it. */
export async function inDatabase(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(async (text, values) => (await client.query(text, values)).rows);
  } finally {
    await client.end();
  }
}

/** What lies about that belongs to nothing, and what is there in halves. */
export function disorder({ databaseUrl, home }) {
  return inDatabase(databaseUrl, async (ask) => {
    const sheets = await ask('SELECT id, status, table_name, file, kept_sums, live, staged_for FROM sheets');
    const tables = (await ask("SELECT tablename AS name FROM pg_tables WHERE schemaname = 'sheets'")).map(
      ({ name }) => name,
    );
    const named = new Set(sheets.flatMap(({ table_name: table, kept_sums: kept }) => [table, kept?.table]));
    const files = new Set(sheets.map(({ file }) => file));
    const folder = path.join(home, 'received');
    const there = existsSync(folder) ? readdirSync(folder) : [];
    return [
      ...tables.filter((name) => !named.has(name)).map((name) => `the table ${name} belongs to nothing`),
      ...sheets
        .filter(({ status, table_name: table }) => status === 'ready' && table && !tables.includes(table))
        .map(({ id }) => `the sheet ${id} has no rows`),
      ...there.filter((name) => !files.has(name)).map((name) => `the file ${name} belongs to nothing`),
      ...sheets
        .filter(({ file, live }) => !live && !there.includes(file))
        .map(({ id }) => `the sheet ${id} has no file`),
      ...sheets.filter(({ status }) => status === 'reading').map(({ id }) => `the sheet ${id} is read for ever`),
    ];
  });
}

/** Waits until nothing is out of order, `ms` at most; answers what still is. */
export async function orderWithin(ms, stage) {
  const until = Date.now() + ms;
  for (;;) {
    const wrong = await disorder(stage);
    if (wrong.length === 0 || Date.now() > until) return wrong;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
