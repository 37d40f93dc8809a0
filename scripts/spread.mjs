/**
 * `npm run spread`: one table over three PostgreSQL servers (partitions as foreign tables, all on loopback), opened in the
 * application like any other. Shows that a chart of it has the figures of the same rows in one table, and what the
 * servers that hold the rows were asked. `SPREAD_ROWS` sets the rows of each (100,000).
 */
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { build, migrate, serve } from './lib/app.mjs';
import { nodeModules } from './lib/packages.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { main, say, Stop } from './lib/run.mjs';

const ROWS = Number(process.env.SPREAD_ROWS ?? 100_000);
const SPOTS = ['Yard', 'Glasshouse', 'Web shop'];
const READER = { username: 'spread_reader', password: 'reads' };
const COLUMNS = 'sold_on timestamp, spot text, plants text, takings numeric';

await main(async () => {
  nodeModules();
  await build();
  const { Client } = (await import('pg')).default;
  const home = mkdtempSync(path.join(tmpdir(), 'up-chart-spread-'));
  chmodSync(home, 0o711);
  const started = [];
  const start = async (name) => {
    const folder = path.join(home, name);
    mkdirSync(folder);
    chmodSync(folder, 0o711);
    const postgres = await startPostgres(folder, { throwaway: true });
    started.push(postgres);
    const client = new Client({ connectionString: postgres.url });
    await client.connect();
    return { name, folder, client, url: new URL(postgres.url) };
  };
  let server;
  const clients = [];
  try {
    const holders = [];
    for (const [i, spot] of SPOTS.entries()) {
      const holder = await start(`holder-${i + 1}`);
      clients.push(holder.client);
      await holder.client.query(`CREATE TABLE receipts (${COLUMNS})`);
      await holder.client.query(
        `INSERT INTO receipts SELECT timestamp '2023-01-01' + n * interval '1 minute' * (1500000.0 / ${ROWS}), '${spot}', (ARRAY['Shrubs', 'Herbs', 'Bulbs', 'Fruit'])[1 + (n * ${7 + i}) % 4], ((n * ${31 + i}) % 9000 + 100) / 100.0 FROM generate_series(1, ${ROWS}) AS n`,
      );
      await holder.client.query('ANALYZE receipts');
      await holder.client.query("ALTER SYSTEM SET log_statement = 'all'");
      await holder.client.query('SELECT pg_reload_conf()');
      holders.push({ ...holder, spot });
    }
    const middle = await start('middle');
    clients.push(middle.client);
    await middle.client.query('CREATE EXTENSION postgres_fdw');
    await middle.client.query(`ALTER SYSTEM SET enable_partitionwise_aggregate = on`);
    await middle.client.query('SELECT pg_reload_conf()');
    // A source is read by a user who only reads.
    await middle.client.query(`CREATE ROLE ${READER.username} LOGIN PASSWORD '${READER.password}'`);
    await middle.client.query(`CREATE TABLE receipts (${COLUMNS}) PARTITION BY LIST (spot)`);
    for (const [i, { url, spot }] of holders.entries()) {
      const name = `holder_${i + 1}`;
      await middle.client.query(
        `CREATE SERVER ${name} FOREIGN DATA WRAPPER postgres_fdw OPTIONS (host '127.0.0.1', port '${url.port}', dbname 'postgres', use_remote_estimate 'true')`,
      );
      for (const user of ['upchart', READER.username])
        await middle.client.query(
          `CREATE USER MAPPING FOR ${user} SERVER ${name} OPTIONS (user '${url.username}', password '${url.password}')`,
        );
      await middle.client.query(
        `CREATE FOREIGN TABLE receipts_${i + 1} PARTITION OF receipts FOR VALUES IN ('${spot}') SERVER ${name} OPTIONS (table_name 'receipts')`,
      );
    }
    await middle.client.query('CREATE TABLE receipts_together AS SELECT * FROM receipts');
    await middle.client.query(`GRANT SELECT ON ALL TABLES IN SCHEMA public TO ${READER.username}`);
    await migrate(middle.url.href);
    server = await serve(await freePort(), { DATABASE_URL: middle.url.href, UPCHART_HOME: home }, { quiet: true });
    const post = async (route, body) => {
      const response = await fetch(server.address + route, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      if (!response.ok) throw new Stop(`${route}: ${await response.text()}`);
      return response.json();
    };
    const source = await post('/api/sources', { address: Object.assign(new URL(middle.url.href), READER).href });
    const chart = async (table) => {
      const sheet = await post(`/api/sources/${source.id}/sheets`, { schema: 'public', table });
      const key = (name) => sheet.columns.find((column) => column.name === name).key;
      const spec = {
        version: 1,
        sheet: sheet.id,
        across: { as: 'group', column: key('spot'), order: { by: 'name' } },
        split: { column: key('plants') },
        layers: [{ id: 'l1', amount: { column: key('takings') }, summary: 'sum', shape: 'column', side: 'left' }],
        filters: [],
        scales: { left: { fit: 'zero' } },
        text: {},
      };
      const byMonth = {
        ...spec,
        across: { as: 'time', column: key('sold_on'), step: 'month' },
        split: { column: key('spot') },
      };
      const drawn = [];
      for (const one of [spec, byMonth]) {
        const begun = performance.now();
        const model = await post('/api/preview', { spec: one });
        drawn.push({ seconds: (performance.now() - begun) / 1000, values: model.series.map(({ values }) => values) });
      }
      return drawn;
    };
    const marks = holders.map(({ folder }) => readFileSync(path.join(folder, 'postgres', 'log'), 'utf8').length);
    const spread = await chart('receipts');
    const together = await chart('receipts_together');
    for (const [i, what] of ['by spot and plants', 'by month and spot'].entries()) {
      if (JSON.stringify(spread[i].values) !== JSON.stringify(together[i].values))
        throw new Stop(`The figures ${what} differ between three servers and one table.`);
      say(
        `${what.padEnd(20)} the same figures; over three servers ${spread[i].seconds.toFixed(2)} s, in one table ${together[i].seconds.toFixed(2)} s, × ${(spread[i].seconds / together[i].seconds).toFixed(2)}`,
      );
    }
    say('\nWhat the first of the three servers was asked:');
    const log = readFileSync(path.join(holders[0].folder, 'postgres', 'log'), 'utf8').slice(marks[0]);
    const asked = [...log.matchAll(/DECLARE c\d+ CURSOR FOR\s+([\s\S]*?)(?=\n\d{4}-|\n*$)/g)].map(([, text]) =>
      text.trim(),
    );
    for (const text of new Set(asked)) say(`   ${text.replace(/\s+/g, ' ').slice(0, 260)}`);
    const grouped = asked.filter((text) => /GROUP BY/i.test(text));
    if (grouped.length === 0) throw new Stop('No grouping was done on the servers that hold the rows.');
    say(`\n${grouped.length} of ${asked.length} questions were grouped where the rows are.`);
  } finally {
    await server?.stop();
    for (const client of clients) await client.end().catch(() => undefined);
    for (const postgres of started.reverse()) await postgres.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
