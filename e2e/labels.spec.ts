import { expect, test } from './support/page';
import type { ChartSpec, Layer } from '@/core/spec';
import type { Page } from '@playwright/test';
import { takeIn } from './support/api';
import { foldSheet, shareThatDiffers } from './support/compare';
import type { Sheet } from '@/demo/charts';
import { chartsOfDemo } from './support/demo';
import { labelFaults } from './support/labels';

/** Puts charts into the history of a workbench, so that each Undo shows the next; the last one is shown first. */
async function openWith(page: Page, sheet: string, specs: readonly ChartSpec[]): Promise<void> {
  const work = specs.map((spec) => ({ picks: [spec.across.column], spec }));
  await page.goto('/');
  await page.evaluate(
    ({ key, past, now }) => {
      localStorage.setItem(key, JSON.stringify({ state: now, version: 0 }));
      localStorage.setItem(
        `${key}:history`,
        JSON.stringify({ state: { pastStates: past, futureStates: [] }, version: 0 }),
      );
    },
    { key: `up-chart:new:${sheet}`, past: work.slice(0, -1), now: work[work.length - 1] },
  );
  await page.goto(`/sheets/${sheet}`);
  await settled(page);
}

/** Waits until the page has changed nothing for a moment. */
async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('figure')).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        let timer = setTimeout(done, 50);
        const observer = new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(done, 50);
        });
        observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
        function done() {
          if (document.body.textContent?.includes('Drawing …')) {
            timer = setTimeout(done, 60);
            return;
          }
          observer.disconnect();
          resolve();
        }
      }),
  );
}

/** What is wrong with the words of each chart. */
/** On a machine that stands still for a moment a chart may be seen on its way to another size: what is wrong at rest is wrong. */
async function labelFaultsAtRest(page: Page): Promise<string[]> {
  await page.waitForTimeout(600);
  await settled(page);
  return labelFaults(page);
}

async function faultsOf(
  page: Page,
  sheet: string,
  specs: readonly ChartSpec[],
  more: (spec: ChartSpec) => Promise<readonly string[]> = () => Promise.resolve([]),
): Promise<string[]> {
  await openWith(page, sheet, specs);
  const faults: string[] = [];
  for (const spec of [...specs].reverse()) {
    if (spec !== specs[specs.length - 1]) {
      await page.keyboard.press('Control+z');
      await settled(page);
    }
    const wrong = (await labelFaults(page)).length > 0 ? await labelFaultsAtRest(page) : [];
    const found = [...wrong, ...(await more(spec))];
    if (found.length > 0) faults.push(`${JSON.stringify(spec)}: ${found.slice(0, 3).join('; ')}`);
  }
  return faults;
}

const GROUPS = [
  'Perennials',
  'Shrubs and small trees for hedges',
  'Bulbs',
  'Herbs',
  'Bedding',
  'Fruit',
  'Sundries',
  'Gift',
];

/** A year of days with groups of long and short names, an amount of each size, a rate, and changes below zero. */
function table(): string {
  const rows = ['Sold on,Plant group,Item,Spot,Takings (£),Litres,Margin %,Change'];
  let state = 7;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
  for (let i = 0; i < 700; i++) {
    const day = new Date(Date.UTC(2023, 0, 1) + i * 43_200_000).toISOString().slice(0, 10);
    const group = GROUPS[Math.floor(next() * GROUPS.length)];
    rows.push(
      `${day},${group},${group.split(' ')[0]} no. ${Math.floor(next() * 12)},${['Yard', 'Glasshouse', 'Market stall'][i % 3]},${(next() * 900).toFixed(2)},${Math.floor(next() * 20_000)},${(next() * 60).toFixed(1)}%,${(next() * 40 - 20).toFixed(1)}`,
    );
  }
  return rows.join('\n');
}

/** Charts of every form, drawn from a fixed sequence of choices. */
function generated(sheet: Sheet, count: number): ChartSpec[] {
  let state = 20251125;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)];
  const key = (name: string) => {
    const found = sheet.columns.find((column) => column.name === name);
    if (!found) throw new Error(`no column ${name}`);
    return found.key;
  };
  return Array.from({ length: count }, (): ChartSpec => {
    const kind = one(['time', 'time', 'cycle', 'group', 'group', 'number'] as const);
    const across: ChartSpec['across'] =
      kind === 'time'
        ? { as: 'time', column: key('Sold on'), step: one(['day', 'week', 'month', 'quarter', 'year'] as const) }
        : kind === 'cycle'
          ? { as: 'cycle', column: key('Sold on'), cycle: one(['month-of-year', 'weekday'] as const) }
          : kind === 'group'
            ? { as: 'group', column: key(one(['Plant group', 'Item', 'Spot'])) }
            : { as: 'number', column: key('Litres') };
    const amounts = ['Takings', 'Litres', 'Margin', 'Change'];
    const shape = () => (kind === 'number' ? 'dot' : one(['line', 'column', 'bar', 'area', 'dot', 'pie'] as const));
    const first = shape();
    const several = first !== 'pie' && kind !== 'number' && next() < 0.4;
    const layer = (n: number, amount: string): Layer => {
      const own = n === 1 ? first : first === 'bar' ? 'bar' : one(['line', 'column', 'dot'] as const);
      return {
        id: `l${n}`,
        amount: { column: key(amount) },
        summary: one(['sum', 'mean'] as const),
        shape: own,
        side: n === 1 ? 'left' : one(['left', 'right'] as const),
        ...(own === 'column' || own === 'area' || own === 'bar'
          ? { stack: one(['none', 'stacked', 'share'] as const) }
          : {}),
        style: {
          values: one([undefined, true, 'ends', 'extremes'] as const),
          valuesAs: one(['amount', 'share', 'both'] as const),
          valuesOf: one(['parts', 'totals', 'both'] as const),
          ...(own === 'pie' ? { ring: one([undefined, 'whole', 'half'] as const) } : {}),
        },
      };
    };
    const split = first !== 'pie' && across.column !== key('Spot') && next() < 0.4;
    const layers = several
      ? [layer(1, one(amounts.slice(0, 2))), layer(2, one(amounts.slice(2)))]
      : [layer(1, one(amounts))];
    const right = layers.some(({ side }) => side === 'right');
    return {
      version: 1,
      sheet: sheet.id,
      across,
      ...(split ? { split: { column: key('Spot') } } : {}),
      layers,
      filters: [],
      scales: {
        left: { fit: one(['zero', 'breathing', 'close'] as const) },
        ...(right ? { right: { fit: 'zero', matchZero: next() < 0.3 } } : {}),
      },
      text: {},
      look: {
        labels: one([undefined, undefined, 'level', 'leaning', 'standing'] as const),
        legend: one([undefined, undefined, 'bottom', 'right', 'left', 'none'] as const),
        letters: one([undefined, undefined, 'small', 'large'] as const),
        frame: next() < 0.2,
        grid: one([undefined, 'both', 'none'] as const),
      },
    };
  });
}

test('no word lies on another or leaves the chart: all charts of the demo', async ({ page, request }) => {
  test.setTimeout(240_000);
  const charts = await chartsOfDemo(request);
  expect(charts.length).toBeGreaterThan(5);
  const faults: string[] = [];
  for (const spec of charts) faults.push(...(await faultsOf(page, spec.sheet, [spec])));
  expect(faults).toEqual([]);
});

/** How many charts are made up; `LABEL_TRIALS=300 npm run e2e` looks at more. */
const TRIALS = Number(process.env.LABEL_TRIALS ?? 100);
/** So much of a picture may be drawn otherwise by the server: the edges of letters. */
const OTHERWISE = 0.015;

test('no word lies on another or leaves the chart, and the server draws the same: generated charts', async ({
  page,
  request,
}) => {
  test.setTimeout(600_000);
  await foldSheet(page);
  const sheet = (await takeIn(request, 'label-trials.csv', table())) as Sheet;
  const specs = generated(sheet, TRIALS);
  const asDrawn = async (spec: ChartSpec) => {
    const share = await shareThatDiffers(page, (size) => request.post('/api/picture.png', { data: { spec, ...size } }));
    return share > OTHERWISE ? [`${(share * 100).toFixed(2)} % is another picture`] : [];
  };
  const faults: string[] = [];
  for (let from = 0; from < specs.length; from += 60)
    faults.push(...(await faultsOf(page, sheet.id, specs.slice(from, from + 60), asDrawn)));
  expect(faults).toEqual([]);
});
