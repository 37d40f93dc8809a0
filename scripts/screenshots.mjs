/** `npm run screenshots ADDRESS`: takes the pictures of docs/screenshots from a running demo, at 1280 by 800. */
import path from 'node:path';
import { chromium } from '@playwright/test';
import { main, root, say } from './lib/run.mjs';

const [address = 'http://127.0.0.1:4400'] = process.argv.slice(2);

async function chartNamed(title) {
  const { charts } = await (await fetch(`${address}/api/charts`)).json();
  return `/charts/${charts.find((chart) => chart.title === title).id}`;
}

async function boardNamed(name) {
  const { boards } = await (await fetch(`${address}/api/boards`)).json();
  return `/boards/${boards.find((board) => board.name === name).id}`;
}

async function sheetNamed(name) {
  const { sheets } = await (await fetch(`${address}/api/sheets`)).json();
  return sheets.find((sheet) => sheet.name === name).id;
}

const tillReceipts = await sheetNamed('Till receipts 2023–2025');

async function pickTakings(page) {
  for (const name of ['Sold on', 'Takings'])
    await page
      .getByRole('columnheader')
      .getByRole('button', { name: new RegExp(`^${name},`) })
      .click();
  await page.getByRole('button', { name: '+ to compare with' }).waitFor();
  await page.waitForTimeout(1200);
}

/** Takings by month with their season carried on, and what is needed. */
async function lookCloser(page) {
  await pickTakings(page);
  const compare = async (choice) => {
    await page.getByRole('button', { name: '+ to compare with' }).click();
    await page.getByRole('menuitem', { name: choice }).click();
    await page.waitForTimeout(700);
  };
  await compare('Its season, 6 months on');
  await compare('At a value …');
  await page.getByLabel('Value', { exact: true }).fill('45k');
  await page.getByLabel('Name of the line').fill('Needed');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await compare('At a date …');
  await page.getByLabel('Date', { exact: true }).fill('12 Apr 2025');
  await page.getByLabel('Name of the line').fill('Plant fair');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.getByRole('button', { name: 'Look closer' }).click();
  await page.waitForTimeout(1000);
}

/** What each picture shows: where to go, and what to do there first. */
const VIEWS = [
  { name: 'desk', at: () => '/' },
  { name: 'board', at: () => boardNamed('Monday morning') },
  {
    name: 'arranging',
    at: () => boardNamed('Monday morning'),
    first: async (page) => {
      await page.getByRole('button', { name: 'Arrange' }).click();
      await page.getByRole('group', { name: 'Takings by week and spot, this year' }).focus();
    },
  },
  { name: 'phone', at: () => boardNamed('Monday morning'), viewport: { width: 390, height: 844 } },
  { name: 'outbox', at: () => '/outbox', first: (page) => page.locator('iframe').waitFor() },
  {
    name: 'hand-over',
    at: () => chartNamed('Takings by month and spot'),
    first: (page) => page.getByRole('button', { name: 'Hand over' }).click(),
  },
  { name: 'what-it-can-show', at: async () => `/sheets/${await sheetNamed('Till receipts 2023–2025')}` },
  { name: 'workbench-line', at: () => chartNamed('Takings by month and spot') },
  { name: 'workbench-combo', at: () => chartNamed('Water used and what was left in the tank') },
  { name: 'actual-and-plan', at: () => chartNamed('Takings so far, and the plan from there') },
  { name: 'target-marks', at: () => chartNamed('Trays potted against target, the furthest along first') },
  { name: 'small-copies', at: () => chartNamed('Takings by month and plant group') },
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
  {
    name: 'looking',
    at: () => `/sheets/${tillReceipts}`,
    first: async (page) => {
      await lookCloser(page);
      await page.getByRole('button', { name: '1 year', exact: true }).click();
      for (const n of [0, 2, 3])
        await page
          .getByRole('button', { name: /^Keep as a remark/ })
          .nth(n)
          .click();
      await page.waitForTimeout(600);
      await page.mouse.move(640, 60);
    },
  },
  {
    name: 'stretch',
    at: () => `/sheets/${tillReceipts}`,
    first: async (page) => {
      await pickTakings(page);
      for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Finer', exact: true }).click();
      await page.waitForTimeout(1500);
      await page.getByRole('button', { name: '6 months', exact: true }).click();
      await page.getByRole('group', { name: /^The whole run/ }).focus();
      for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft');
    },
  },
  {
    name: 'difference',
    at: () => `/sheets/${tillReceipts}`,
    first: async (page) => {
      await pickTakings(page);
      await page.getByRole('button', { name: 'Parts', exact: true }).click();
      await page.getByRole('menuitem', { name: 'A point …' }).click();
      await page.getByRole('combobox', { name: 'Place' }).click();
      await page.getByRole('combobox', { name: 'Place' }).fill('Oct 2025');
      await page.keyboard.press('Enter');
      await page.getByRole('button', { name: /the one before$/ }).click();
      await page.getByRole('button', { name: 'Make the chart of it' }).waitFor();
    },
  },
  { name: 'reading', at: async () => `/sheets/${await sheetNamed('Heating costs 2025')}/reading` },
  {
    name: 'database',
    at: () => '/database',
    first: (page) => page.getByRole('button', { name: /^deliveries/ }).click(),
  },
];

await main(async () => {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    for (const { name, at, first, viewport = { width: 1280, height: 800 } } of VIEWS) {
      const page = await browser.newPage({ viewport, locale: 'en-GB' });
      await page.goto(address + (await at()));
      // Pages that follow changes keep a connection open: they are never idle.
      await page.waitForLoadState('load');
      await page.waitForTimeout(2500);
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
