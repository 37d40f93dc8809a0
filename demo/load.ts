import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { boardCharts, mondayMorning, type BoardChart } from './board';
import { demoCharts, type Sheet } from './charts';
import { demoFiles, type DemoFile } from './files';
import { makeStock } from './stock';

const [address] = process.argv.slice(2);
const home = path.resolve(process.env.UPCHART_HOME ?? '.upchart');
const loaded = path.join(home, 'demo-loaded');

/** Writes the demo's files down and takes them in through the API, as a user would; once, so that what was deleted stays deleted. */
async function load(): Promise<void> {
  if (existsSync(loaded)) return;
  console.log('Loading the demo …');
  const folder = path.join(home, 'demo');
  mkdirSync(folder, { recursive: true });
  const sheets = new Map<string, Sheet>();
  for (const file of await demoFiles()) {
    writeFileSync(path.join(folder, file.name), file.content);
    sheets.set(file.name, await takeIn(file));
  }
  await openStock();
  const board = await loadBoard(sheets);
  let chart = '';
  for (const spec of demoCharts(sheets))
    ({ id: chart } = (await (await send('/api/charts', { spec })).json()) as { id: string });
  await loadDeliveries(board, chart);
  writeFileSync(loaded, new Date().toISOString());
}

async function call(route: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(address + route, init);
  if (!response.ok) throw new Error(`${init?.method ?? 'GET'} ${route}: ${response.status} ${await response.text()}`);
  return response;
}

const send = (route: string, body: object) =>
  call(route, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** The board with its charts; these come before the others, so that they stand behind them on the desk. */
async function loadBoard(sheets: ReadonlyMap<string, Sheet>): Promise<string> {
  const ids = {} as Record<BoardChart, string>;
  for (const [name, spec] of Object.entries(boardCharts(sheets))) {
    const { id } = (await (await send('/api/charts', { spec })).json()) as { id: string };
    ids[name as BoardChart] = id;
  }
  const till = sheets.get('till-receipts.csv');
  if (!till) throw new Error('the demo has no till receipts');
  const { id } = (await (await send('/api/boards', mondayMorning(ids, till))).json()) as { id: string };
  return id;
}

/** The board every Monday, a chart every month; what is in the outbox was sent by hand. */
async function loadDeliveries(board: string, chart: string): Promise<void> {
  const zone = 'Europe/London';
  for (const delivery of [
    {
      what: { chart },
      to: ['accounts@quillbrook.example'],
      subject: 'Takings by month and spot',
      attach: ['xlsx'],
      every: { step: 'month', at: '07:30', day: 'last', zone },
    },
    {
      what: { board },
      to: ['yard@quillbrook.example', 'office@quillbrook.example'],
      message: 'Good morning. This is how last week went.',
      attach: ['pdf'],
      every: { step: 'week', at: '08:00', weekday: 1, zone },
    },
  ]) {
    const { id } = (await (await send('/api/deliveries', delivery)).json()) as { id: string };
    await send(`/api/deliveries/${id}/now`, {});
  }
}

/** The stock database beside the application's own, opened as a source; not where the server lets no database be made. */
async function openStock(): Promise<void> {
  const { DATABASE_URL = '' } = process.env;
  let stock: string;
  try {
    stock = await makeStock(DATABASE_URL);
  } catch (error) {
    console.warn(`The stock database could not be made: ${(error as Error).message}. The rest of the demo goes on.`);
    return;
  }
  const { id } = (await (await send('/api/sources', { address: stock, name: 'Stock of the nursery' })).json()) as {
    id: string;
  };
  await send(`/api/sources/${id}/sheets`, { table: 'stock_movements', name: 'Stock movements' });
}

async function takeIn(file: DemoFile): Promise<Sheet> {
  const form = new FormData();
  form.append('name', file.sheet);
  form.append(
    'file',
    new Blob([typeof file.content === 'string' ? file.content : new Uint8Array(file.content)]),
    file.name,
  );
  const response = await call('/api/sheets', { method: 'POST', body: form });
  const { id } = (await response.json()) as { id: string };
  for (;;) {
    const sheet = (await (await call(`/api/sheets/${id}`)).json()) as Sheet & { status: string; error?: string };
    if (sheet.status === 'ready') return sheet;
    if (sheet.status === 'failed') throw new Error(`${file.name}: ${sheet.error}`);
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
}

await load();
