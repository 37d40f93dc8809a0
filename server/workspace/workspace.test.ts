import { buffer } from 'node:stream/consumers';
import { sql } from 'drizzle-orm';
import { ZipFile } from 'yazl';
import type { ChartSpec } from '@/core/spec';
import { parseBoard } from '@/core/boards';
import { cleanUp, takeIn } from '@/testing/sheets';
import { boardModels } from '../boards/models';
import { listBoards, boardRow, saveBoard } from '../boards/boards';
import { chartRow, listCharts, saveChart } from '../charts/charts';
import { openBook } from '../charts/book';
import { modelOf } from '../charts/model';
import { database } from '../db/client';
import { deliveries } from '../db/schema';
import { listDeliveries, saveDelivery } from '../deliveries/deliveries';
import { deleteSheet } from '../sheets/deleting';
import { correctColumn } from '../sheets/changes';
import { listSheets, type ReadySheet } from '../sheets/sheets';
import { LIST, type Workspace } from './file';
import { takeWorkspaceIn } from './take-in';
import { workspaceResponse } from './write';

const SALES = 'Sold on,Where,Takings\n03/04/2025,Yard,£10\n13/04/2025,Stall,£20\n13/05/2025,Yard,£30\n';
const PLAN = 'Month,Planned\n2025-04-01,50\n2025-05-01,60\n';
let sales: ReadySheet;
let chart: string;
let board: string;
let archive: Buffer;
const extra: string[] = [];

beforeAll(async () => {
  const plan = await takeIn('workspace-plan.csv', PLAN);
  sales = await takeIn('workspace-sales.csv', SALES);
  await correctColumn(sales.id, 'c3', { name: 'Money in' });
  const spec: ChartSpec = {
    version: 1,
    sheet: sales.id,
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [
      { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' },
      {
        id: 'l2',
        amount: { column: 'c2' },
        summary: 'sum',
        shape: 'line',
        side: 'left',
        from: { sheet: plan.id, across: 'c1' },
      },
    ],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: { title: 'Goes along' },
  };
  chart = (await saveChart(spec)).id;
  const onlyIf = { sheet: sales.id, amount: { column: 'c3' }, summary: 'sum', is: 'above', than: 1 } as const;
  board = (
    await saveBoard(
      parseBoard({ name: 'Goes along too', tiles: [{ id: 'a', x: 0, y: 0, w: 6, h: 6, show: { chart }, onlyIf }] }),
    )
  ).id;
  await saveDelivery({
    what: { board },
    to: ['office@quillbrook.example'],
    attach: ['pdf'],
    every: { step: 'day', at: '07:00', zone: 'UTC' },
  });
  archive = Buffer.from(await (await workspaceResponse()).arrayBuffer());
}, 60_000);
afterAll(async () => {
  await database().delete(deliveries);
  for (const id of extra) await deleteSheet(id).catch(() => undefined);
  await cleanUp();
});

const sent = (content: Buffer) => {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(content)]), 'desk.zip');
  return takeWorkspaceIn(new Request('http://localhost/api/workspace', { method: 'POST', body: form }));
};
const zipOf = async (entries: Readonly<Record<string, string | Buffer>>) => {
  const zip = new ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return buffer(zip.outputStream);
};
const counts = async () => [(await listSheets()).length, (await listCharts()).length, (await listBoards()).length];

test('everything comes back beside what was there, with the same charts; deliveries are paused', async () => {
  const before = await counts();
  const known = new Set((await listSheets()).map(({ id }) => id));
  const taken = await sent(archive);
  expect([taken.sheets, taken.charts, taken.boards]).toEqual(before);
  extra.push(...(await listSheets()).map(({ id }) => id).filter((id) => !known.has(id)));
  expect(await counts()).toEqual(before.map((count) => 2 * count));
  const copies = (await listCharts()).filter(({ title, id }) => title === 'Goes along' && id !== chart);
  const models = await Promise.all(
    [chart, copies[0].id].map(async (id) => {
      const { spec } = await chartRow(id);
      const { series, across, title } = await modelOf(spec, await openBook(spec));
      return { values: series.map(({ values, name }) => [name, values]), across: across.labels, title };
    }),
  );
  expect(models[1]).toEqual(models[0]);
  expect(models[0].values).toEqual([
    ['Money in', [30, 30]],
    [expect.stringContaining('Planned'), [50, 60]],
  ]);
  const other = (await listBoards()).find(({ name, id }) => name === 'Goes along too' && id !== board);
  if (!other) throw new Error('no board');
  const row = await boardRow(other.id);
  expect((row.tiles[0].show as { chart: string }).chart).toBe(copies[0].id);
  expect((await boardModels(row)).tiles[0].model?.title).toBe('Goes along');
  const paused = (await listDeliveries(other.id))[0];
  expect([paused.paused, paused.nextAt]).toEqual([true, null]);
}, 60_000);

test('no password is in it', async () => {
  const { rows } = await database().execute<{ secret: string }>(sql`SELECT secret FROM sources`);
  for (const { secret } of rows) expect(archive.includes(secret)).toBe(false);
  expect(archive.includes(new URL(process.env.DATABASE_URL ?? '').password)).toBe(false);
});

const list = async (change: (workspace: Workspace) => unknown): Promise<Buffer> => {
  const { unzipped } = await import('@/testing/unzipped');
  const entries = await unzipped(archive);
  const workspace = JSON.parse(entries[LIST].toString('utf8')) as Workspace;
  return zipOf({ ...entries, [LIST]: JSON.stringify(change(workspace)) });
};

test.each([
  ['no zip archive', async () => Buffer.from('hello'), /no zip archive/],
  ['an archive that is cut off', async () => archive.subarray(0, archive.length - 40), /damaged/],
  ['an archive without a list', () => zipOf({ 'a.txt': 'x' }), /does not belong to a workspace/],
  ['a list that is none', () => zipOf({ [LIST]: '{' }), /is not JSON/],
  ['another version', () => list((one) => ({ ...one, version: 2 })), /“version” in its list is not right/],
  [
    'a chart that is no chart',
    () => list((one) => ({ ...one, charts: one.charts.map((own) => ({ ...own, spec: { ...own.spec, layers: [] } })) })),
    /charts\.0\.spec\.layers/,
  ],
  [
    'a board whose address runs',
    () =>
      list((one) => ({
        ...one,
        boards: one.boards.map((own) => ({
          ...own,
          tiles: own.tiles.map((tile) => ({ ...tile, opens: { address: 'javascript:1' } })),
        })),
      })),
    /boards\.\d+\.tiles\.0\.opens\.address/,
  ],
  [
    'a file that is not what its name says',
    async () => {
      const { unzipped } = await import('@/testing/unzipped');
      const entries = await unzipped(archive);
      const name = Object.keys(entries).find((one) => one.startsWith('files/')) ?? '';
      return zipOf({ ...entries, [name]: 'something else' });
    },
    /not what its name says/,
  ],
  [
    'a file that is missing',
    async () => {
      const { unzipped } = await import('@/testing/unzipped');
      return zipOf({ [LIST]: (await unzipped(archive))[LIST] });
    },
    /is missing in it/,
  ],
  [
    'a path that climbs',
    async () => {
      const zip = await zipOf({ 'files/aaaaaaaaaaaa': 'x', [LIST]: '{}' });
      return Buffer.from(zip.toString('latin1').replaceAll('files/aaaaaaaaaaaa', '../../../etc/passw'), 'latin1');
    },
    /damaged|outside|belong/,
  ],
])('%s is refused whole, in words', async (_, make, words) => {
  const before = await counts();
  await expect(sent(await make())).rejects.toMatchObject({
    status: 422,
    detail: expect.stringMatching(words) as string,
  });
  expect(await counts()).toEqual(before);
});
