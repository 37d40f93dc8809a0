import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { ColumnProfile } from '@/core/inference';
import type { ChartSpec } from '@/core/spec';
import { demoFiles, type DemoFile } from './files';
import { makeStock } from './stock';

interface Sheet {
  id: string;
  name: string;
  columns: ColumnProfile[];
}

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
  for (const spec of demoCharts(sheets))
    await call('/api/charts', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ spec }),
    });
  writeFileSync(loaded, new Date().toISOString());
}

async function call(route: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(address + route, init);
  if (!response.ok) throw new Error(`${init?.method ?? 'GET'} ${route}: ${response.status} ${await response.text()}`);
  return response;
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
  const send = (route: string, body: object) =>
    call(route, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
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

/** One chart of each kind, the simplest last, so that it comes first on the desk. */
function demoCharts(sheets: ReadonlyMap<string, Sheet>): ChartSpec[] {
  const find = (file: string) => {
    const sheet = sheets.get(file);
    if (!sheet) throw new Error(`no demo file ${file}`);
    const key = (name: string) => {
      const column = sheet.columns.find((one) => one.name === name);
      if (!column) throw new Error(`${file} has no column ${name}`);
      return column.key;
    };
    return { id: sheet.id, key };
  };
  const till = find('till-receipts.csv');
  const trials = find('germination-trials.csv');
  const water = find('watering-log.csv');
  const plan = find('season-plan.xlsx');
  const benches = find('bench-targets.csv');
  const takings = { id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', side: 'left' } as const;
  const tillChart = { version: 1, sheet: till.id, filters: [], scales: { left: { fit: 'zero' } } } as const;
  return [
    {
      ...tillChart,
      filters: [],
      across: { as: 'time', column: till.key('Sold on'), step: 'quarter', partial: 'leave-out' },
      split: { column: till.key('Spot') },
      text: { title: 'Where the takings come from' },
      layers: [{ ...takings, shape: 'column', stack: 'share' }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'time', column: till.key('Sold on'), step: 'month' },
      panels: { column: till.key('Plant group') },
      text: {},
      layers: [{ ...takings, shape: 'line' }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'cycle', column: till.key('Sold on'), cycle: 'month-of-year' },
      split: { column: till.key('Sold on'), step: 'year' },
      text: { title: 'The season, year by year' },
      layers: [{ ...takings, shape: 'line' }],
    },
    {
      version: 1,
      sheet: benches.id,
      across: {
        as: 'group',
        column: benches.key('Bench'),
        order: {
          by: 'amount',
          amount: { formula: `${benches.key('Trays potted')} / ${benches.key('Target trays')}` },
          summary: 'sum',
          descending: true,
        },
      },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: { title: 'Trays potted against target, the furthest along first' },
      layers: [
        { id: 'l1', amount: { column: benches.key('Trays potted') }, summary: 'sum', shape: 'column', side: 'left' },
        { id: 'l2', amount: { column: benches.key('Target trays') }, summary: 'sum', shape: 'target', side: 'left' },
      ],
    },
    {
      version: 1,
      sheet: till.id,
      across: { as: 'time', column: till.key('Sold on'), step: 'month', partial: 'leave-out' },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: { title: 'Takings so far, and the plan from there' },
      layers: [
        { id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', shape: 'line', side: 'left' },
        {
          id: 'l2',
          amount: { column: plan.key('Planned takings') },
          summary: 'sum',
          shape: 'line',
          side: 'left',
          from: { sheet: plan.id, across: plan.key('Month') },
          fills: 'l1',
        },
      ],
    },
    {
      version: 1,
      sheet: water.id,
      across: { as: 'time', column: water.key('Date'), step: 'month' },
      filters: [],
      scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
      text: { title: 'Water used and what was left in the tank' },
      layers: [
        { id: 'l1', amount: { column: water.key('Water used') }, summary: 'sum', shape: 'column', side: 'left' },
        { id: 'l2', amount: { column: water.key('Tank level') }, summary: 'last', shape: 'line', side: 'right' },
      ],
    },
    {
      version: 1,
      sheet: trials.id,
      across: { as: 'number', column: trials.key('Soil warmth') },
      split: { column: trials.key('Variety') },
      filters: [],
      scales: { left: { fit: 'zero' }, across: { fit: 'close' } },
      text: { title: 'Warm soil brings seedlings up sooner' },
      layers: [
        { id: 'l1', amount: { column: trials.key('Days to emerge') }, summary: 'mean', shape: 'dot', side: 'left' },
      ],
    },
    {
      version: 1,
      sheet: till.id,
      across: { as: 'time', column: till.key('Sold on'), step: 'month' },
      split: { column: till.key('Spot') },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: {},
      layers: [{ id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', shape: 'line', side: 'left' }],
    },
  ];
}

await load();
