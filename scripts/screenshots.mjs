/** `npm run screenshots ADDRESS`: takes the pictures of docs/screenshots from a running demo, at 1280 by 800. */
import path from 'node:path';
import { chromium } from '@playwright/test';
import { main, root, say } from './lib/run.mjs';

const [address = 'http://127.0.0.1:4400'] = process.argv.slice(2);

async function chartNamed(title) {
  const { charts } = await (await fetch(`${address}/api/charts`)).json();
  return `/charts/${charts.find((chart) => chart.title === title).id}`;
}

async function sheetNamed(name) {
  const { sheets } = await (await fetch(`${address}/api/sheets`)).json();
  return sheets.find((sheet) => sheet.name === name).id;
}

/** What each picture shows: where to go, and what to do there first. */
const VIEWS = [
  { name: 'desk', at: () => '/' },
  { name: 'what-it-can-show', at: async () => `/sheets/${await sheetNamed('Till receipts 2023–2025')}` },
  { name: 'workbench-line', at: () => chartNamed('Takings by month and spot') },
  { name: 'workbench-combo', at: () => chartNamed('Water used and what was left in the tank') },
  { name: 'workbench-scatter', at: () => chartNamed('Warm soil brings seedlings up sooner') },
  { name: 'actual-and-plan', at: () => chartNamed('Takings so far, and the plan from there') },
  { name: 'target-marks', at: () => chartNamed('Trays potted against target, the furthest along first') },
  { name: 'years-over-each-other', at: () => chartNamed('The season, year by year') },
  { name: 'small-copies', at: () => chartNamed('Takings by month and plant group') },
  { name: 'parts-of-100-percent', at: () => chartNamed('Where the takings come from') },
  { name: 'ring', at: () => chartNamed('How our customers pay') },
  { name: 'single-figure', at: () => chartNamed('Takings of the last whole month') },
  { name: 'many-groups', at: () => chartNamed('What every item brings in') },
  {
    name: 'checks-open',
    at: () => chartNamed('Takings by month and spot'),
    first: (page) =>
      page
        .getByRole('contentinfo')
        .getByRole('button', { name: /checks$/ })
        .click(),
  },
  {
    name: 'rows-behind',
    at: () => chartNamed('Trays potted against target, the furthest along first'),
    first: async (page) => {
      await page.getByRole('button', { name: 'Parts', exact: true }).click();
      await page.getByRole('menuitem', { name: 'A point …' }).click();
      await page.getByRole('button', { name: 'Rows behind' }).click();
    },
  },
  {
    name: 'card-on-the-chart',
    at: () => chartNamed('Water used and what was left in the tank'),
    first: async (page) => {
      await page.getByRole('button', { name: 'Parts', exact: true }).click();
      await page.getByRole('menuitem', { name: 'Right scale' }).click();
    },
  },
  { name: 'reading', at: async () => `/sheets/${await sheetNamed('Heating costs 2025')}/reading` },
  {
    name: 'what-a-row-is',
    at: async () => `/sheets/${await sheetNamed('Till receipts 2023–2025')}/reading`,
    first: async (page) => {
      await page.getByRole('button', { name: 'Something else' }).click();
      await page.getByRole('heading', { name: 'The table', exact: true }).evaluate((one) => one.scrollIntoView());
    },
  },
  {
    name: 'database',
    at: () => '/database',
    first: (page) => page.getByRole('button', { name: /^deliveries/ }).click(),
  },
];

await main(async () => {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    for (const { name, at, first } of VIEWS) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
      await page.goto(address + (await at()));
      await page.waitForLoadState('networkidle');
      await first?.(page);
      await page.waitForTimeout(800);
      await page.screenshot({ path: path.join(root, 'docs', 'screenshots', `${name}.png`) });
      await page.close();
      say(name);
    }
  } finally {
    await browser.close();
  }
});
