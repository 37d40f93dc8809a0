import { chromium } from 'playwright-core';

/**
 * Milliseconds from click to painted chart, for changes among the columns that are in play, in headless Chromium.
 * `picks` are the names of the columns that are picked first.
 */
export async function measureChanges(address, sheet, picks) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const page = await (
      await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
    ).newPage();
    const asked = [];
    page.on('request', (request) => request.url().includes('/api/') && asked.push(new URL(request.url()).pathname));
    await page.goto(`${address}/sheets/${sheet}`);
    for (const name of picks) {
      await page
        .getByRole('columnheader')
        .getByRole('button', { name: new RegExp(`^${name},`) })
        .click();
      await page.waitForFunction(() => !document.body.textContent?.includes('Drawing …'));
    }
    await page
      .waitForResponse((response) => response.url().includes('/api/grains'), { timeout: 60_000 })
      .catch(() => undefined);
    await page.waitForTimeout(500);
    await page.evaluate(watch);
    asked.length = 0;
    const times = [];
    const button = (name) => page.getByRole('button', { name, exact: true }).first();
    const timed = async (target) => {
      await page.evaluate(() => globalThis.upChartArm());
      await target.click();
      times.push(await page.evaluate(() => globalThis.upChartPainted()));
    };
    const fromMenu = async (part, choice) => {
      await page
        .getByRole('region', { name: 'The chart in a sentence' })
        .getByRole('button', typeof part === 'string' ? { name: part, exact: true } : { name: part })
        .first()
        .click();
      await page.waitForTimeout(150);
      await timed(page.getByRole('menuitem', { name: choice, exact: true }));
      await page.waitForTimeout(150);
    };
    const split = new RegExp(`^${picks[2]}`);
    for (let round = 0; round < 3; round++) {
      await timed(button('Coarser'));
      await timed(button('Finer'));
      await fromMenu('line', 'Columns');
      await fromMenu('column', 'Stacked');
      await fromMenu('column', 'Parts of 100 %');
      await fromMenu('column', 'Area');
      await fromMenu('area', 'Line');
      await fromMenu(picks[1], 'Running total');
      await fromMenu(picks[1], 'As it is');
      await fromMenu(picks[1], 'Right scale');
      await fromMenu(picks[1], 'Left scale');
      await fromMenu(split, 'The largest 3 and the rest');
      await fromMenu(split, 'All');
    }
    return { times: times.sort((a, b) => a - b), asked: asked.filter((path) => !path.endsWith('/rows')) };
  } finally {
    await browser.close();
  }
}

/** Runs in the page: the time from a click to the paint after the chart changed. */
function watch() {
  let begun = 0;
  let painted;
  const listen = () => (begun = performance.now());
  globalThis.upChartArm = () => {
    const chart = document.querySelector('[data-export=chart]');
    addEventListener('click', listen, { capture: true, once: true });
    painted = new Promise((resolve) => {
      const observer = new MutationObserver((changes) => {
        if (
          begun === 0 ||
          !changes.some(({ target }) => target.closest?.('svg') ?? target.parentElement?.closest('svg'))
        )
          return;
        observer.disconnect();
        requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - begun), 0));
      });
      begun = 0;
      observer.observe(chart, { subtree: true, childList: true, attributes: true, characterData: true });
    });
  };
  globalThis.upChartPainted = () => painted;
}
