import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, request as newRequest, test, type APIRequestContext } from '@playwright/test';
import { Client } from 'pg';
import { migrate, serve } from '../scripts/lib/app.mjs';
import { freePort } from '../scripts/lib/postgres.mjs';
import type { SheetBody } from './support/api';

/** A server of its own, with a database and a folder of its own, that can be killed. */
const DATABASE = 'up_chart_faults';
let address = '';
let home = '';

async function admin(text: string): Promise<void> {
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  await client.query(text);
  await client.end();
}

test.beforeAll(async () => {
  await admin(`DROP DATABASE IF EXISTS ${DATABASE} WITH (FORCE)`);
  await admin(`CREATE DATABASE ${DATABASE}`);
  const url = new URL(process.env.DATABASE_URL ?? '');
  url.pathname = `/${DATABASE}`;
  address = url.href;
  home = await mkdtemp(path.join(tmpdir(), 'up-chart-faults-'));
  await migrate(address);
});

test.afterAll(async () => {
  await admin(`DROP DATABASE IF EXISTS ${DATABASE} WITH (FORCE)`);
  await rm(home, { recursive: true, force: true });
});

const ROWS = 400_000;
function largeFile(): Buffer {
  const lines = ['Sold on,Spot,Takings'];
  for (let i = 0; i < ROWS; i++)
    lines.push(
      `2025-${String((i % 12) + 1).padStart(2, '0')}-${String((i % 28) + 1).padStart(2, '0')} 10:${String(i % 60).padStart(2, '0')},Spot ${i % 4},${(i % 9973) / 100}`,
    );
  return Buffer.from(lines.join('\n'));
}

/** Asks the server's own database. */
async function inOwn(text: string): Promise<{ name: string }[]> {
  const client = new Client({ connectionString: address });
  await client.connect();
  const { rows } = await client.query<{ name: string }>(text);
  await client.end();
  return rows;
}

const tablesLeft = async (): Promise<string[]> =>
  (await inOwn("SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'sheets'")).map(
    ({ name }) => name,
  );

async function sheets(api: APIRequestContext): Promise<SheetBody[]> {
  return ((await (await api.get('/api/sheets')).json()) as { sheets: SheetBody[] }).sheets;
}

/** Waits until a sheet that is being read has copied rows. */
async function untilReading(api: APIRequestContext): Promise<SheetBody & { progress: number }> {
  for (let tries = 0; tries < 400; tries++) {
    const [sheet] = (await sheets(api)) as (SheetBody & { progress: number })[];
    if (sheet?.status === 'reading' && sheet.progress > 0.1) return sheet;
    if (sheet?.status === 'ready') throw new Error('the sheet was read before it could be disturbed');
    await new Promise((resolve) => setTimeout(resolve, 40));
  }
  throw new Error('the sheet was never being read');
}

async function start() {
  const server = await serve(await freePort(), { DATABASE_URL: address, UPCHART_HOME: home }, { quiet: true });
  return { server, api: await newRequest.newContext({ baseURL: server.address }) };
}

test('a server killed in the middle of a reading leaves no half sheet; after the restart it is tried again', async () => {
  test.setTimeout(180_000);
  const first = await start();
  const sending = first.api
    .post('/api/sheets', {
      multipart: { file: { name: 'large.csv', mimeType: 'text/csv', buffer: largeFile() } },
      timeout: 60_000,
    })
    .catch(() => undefined);
  const { id } = await untilReading(first.api);
  first.server.child.kill('SIGKILL');
  await first.server.ended;
  await sending;
  await first.api.dispose();
  await expect.poll(tablesLeft, { timeout: 20_000 }).toEqual([]);

  const { server, api } = await start();
  try {
    expect(await sheets(api)).toMatchObject([{ id, status: 'failed', error: expect.stringContaining('Try again') }]);
    expect((await api.post(`/api/sheets/${id}/again`)).ok()).toBe(true);
    await expect.poll(async () => (await sheets(api))[0].status, { timeout: 60_000 }).toBe('ready');
    expect((await sheets(api))[0].rowCount).toBe(ROWS);
    // Beside its rows a large sheet may keep sums of them.
    expect((await tablesLeft()).filter((name) => name.startsWith('s_'))).toHaveLength(1);
    expect((await api.delete(`/api/sheets/${id}`)).status()).toBe(204);
    expect(await sheets(api)).toEqual([]);
    // What is deleted can be brought back for a while, rows and all.
    expect((await tablesLeft()).filter((name) => name.startsWith('s_'))).toHaveLength(1);
    expect((await api.post(`/api/deleted/${id}`)).status()).toBe(204);
    expect((await sheets(api))[0]).toMatchObject({ id, status: 'ready', rowCount: ROWS });
    // The next start clears away what belongs to nothing.
    await inOwn('TRUNCATE public.sheets CASCADE');
  } finally {
    await api.dispose();
    await server.stop();
  }
});

test('a connection to the database lost in the middle of a reading is said, and a stopped reading leaves nothing', async () => {
  test.setTimeout(180_000);
  const { server, api } = await start();
  try {
    const send = () =>
      api.post('/api/sheets', {
        multipart: { file: { name: 'large.csv', mimeType: 'text/csv', buffer: largeFile() } },
        timeout: 60_000,
      });
    const sending = send();
    await untilReading(api);
    await admin(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${DATABASE}' AND query LIKE 'COPY%'`,
    );
    const response = await sending;
    if (response.status() === 202)
      await expect.poll(async () => (await sheets(api))[0]?.status, { timeout: 30_000 }).toBe('failed');
    else expect(response.status()).toBeGreaterThanOrEqual(500);
    expect(await tablesLeft()).toEqual([]);
    for (const { id } of await sheets(api)) await api.delete(`/api/sheets/${id}`);

    const again = send().catch(() => undefined);
    const { id } = await untilReading(api);
    expect((await api.delete(`/api/sheets/${id}`)).status()).toBe(204);
    await again;
    await expect.poll(tablesLeft, { timeout: 20_000 }).toEqual([]);
    expect(await sheets(api)).toEqual([]);
    await expect.poll(() => readdir(path.join(home, 'received')), { timeout: 10_000 }).toEqual([]);
  } finally {
    await api.dispose();
    await server.stop();
  }
});
