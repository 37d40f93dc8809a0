import { chromium } from 'playwright-core';

const NAMES = ['Yard', 'Glasshouse', 'Stall', 'Web', 'Fair', 'Kiosk', 'Van', 'Barn', 'Pier', 'Mill'];

/** A thousand days of ten spots, one row each. */
export function tenSpots() {
  const day = Date.UTC(2022, 0, 1);
  const rows = ['Day,Spot,Takings £'];
  let state = 7;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
  for (let i = 0; i < 1000; i++)
    for (const [s, name] of NAMES.entries())
      rows.push(
        `${new Date(day + i * 86_400_000).toISOString().slice(0, 10)},${name},${(200 + 40 * s + 60 * Math.sin(i / 58) + 50 * next()).toFixed(2)}`,
      );
  return rows.join('\n');
}

/**
 * Milliseconds from input to paint at 1,000 places and ten series, in headless Chromium: moving the stretch in sight by
 * key, by drag and by wheel, and adding a trend and taking it off. Also the longest time between two pictures while it is dragged.
 */
export async function measureLooking(address, sheet) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const page = await (
      await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
    ).newPage();
    const asked = [];
    page.on('request', (request) => request.url().includes('/api/') && asked.push(new URL(request.url()).pathname));
    await page.goto(`${address}/sheets/${sheet}`);
    for (const name of ['Day', 'Takings', 'Spot']) {
      await page
        .getByRole('columnheader')
        .getByRole('button', { name: new RegExp(`^${name},`) })
        .click();
      await page.waitForFunction(() => !document.body.textContent?.includes('Drawing …'));
      await page.waitForTimeout(300);
    }
    const sentence = page.getByRole('region', { name: 'The chart in a sentence' });
    while (!(await sentence.textContent()).includes('by day of')) {
      await page.getByRole('button', { name: 'Finer', exact: true }).click();
      await page.waitForTimeout(600);
    }
    await sentence.getByRole('button', { name: /^Spot/ }).first().click();
    await page.getByRole('menuitem', { name: 'All', exact: true }).click();
    await page.waitForTimeout(800);
    const strip = page.getByRole('group', { name: /^The whole run/ });
    await strip.waitFor();
    await page.waitForTimeout(1500);
    await page.evaluate(watch);
    asked.length = 0;
    const times = { keys: [], wheel: [], trend: [] };
    const timed = async (of, event, act) => {
      await page.evaluate((name) => globalThis.upChartArm(name), event);
      await act();
      times[of].push(await page.evaluate(() => globalThis.upChartPainted()));
    };
    await strip.focus();
    await page.keyboard.press('+');
    await page.waitForTimeout(600);
    for (let i = 0; i < 40; i++) {
      await timed('keys', 'keydown', () => page.keyboard.press(['ArrowRight', 'ArrowLeft', '+', '-'][i % 4]));
      await page.waitForTimeout(30);
    }
    await page.waitForTimeout(600);
    const plot = await page.locator('[data-export=chart] svg').first().boundingBox();
    await page.mouse.move(plot.x + plot.width / 2, plot.y + plot.height / 2);
    for (let i = 0; i < 40; i++) {
      await timed('wheel', 'wheel', () => page.mouse.wheel(0, i % 4 < 2 ? -60 : 60));
      await page.waitForTimeout(30);
    }
    await page.waitForTimeout(800);
    const frames = await dragged(page, strip);
    await page.waitForTimeout(800);
    await strip.dblclick();
    await page.waitForTimeout(800);
    for (let i = 0; i < 10; i++) {
      await page.getByRole('button', { name: '+ to compare with' }).click();
      await page.waitForTimeout(500);
      await timed('trend', 'click', () => page.getByRole('menuitem', { name: 'A straight line' }).click());
      await page.waitForTimeout(400);
      await timed('trend', 'click', () => page.getByRole('button', { name: 'Undo', exact: true }).click());
      await page.waitForTimeout(400);
    }
    const sorted = Object.fromEntries(Object.entries(times).map(([name, list]) => [name, list.sort((a, b) => a - b)]));
    return { times: sorted, frames, asked: asked.filter((path) => !path.endsWith('/rows')) };
  } finally {
    await browser.close();
  }
}

/** Drags the middle of the stretch, and tells how long pictures took meanwhile, in ms, in order. */
async function dragged(page, strip) {
  const box = await strip.boundingBox();
  await page.evaluate(() => {
    const stamps = [];
    const tick = (at) => {
      stamps.push(at);
      globalThis.upChartFrames = stamps;
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  const track = await strip.locator('.ant-slider-track').boundingBox();
  const y = box.y + box.height / 2;
  const from = track.x + track.width / 2;
  await page.mouse.move(from, y);
  await page.mouse.down();
  await page.evaluate(() => (globalThis.upChartFrames.length = 0));
  for (let i = 0; i < 60; i++) await page.mouse.move(from + Math.sin(i / 6) * 120, y);
  const stamps = await page.evaluate(() => [...globalThis.upChartFrames]);
  await page.mouse.up();
  return stamps
    .slice(1)
    .map((at, i) => at - stamps[i])
    .sort((a, b) => a - b);
}

/** Runs in the page: the time from an input to the paint after the chart changed. */
function watch() {
  let begun = 0;
  let painted;
  globalThis.upChartArm = (name) => {
    const chart = document.querySelector('[data-export=chart]');
    begun = 0;
    addEventListener(name, () => (begun = performance.now()), { capture: true, once: true });
    painted = new Promise((resolve) => {
      const observer = new MutationObserver((changes) => {
        const drawn = changes.some(({ target }) => target.closest?.('svg') ?? target.parentElement?.closest('svg'));
        if (begun === 0 || !drawn) return;
        observer.disconnect();
        requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - begun), 0));
      });
      observer.observe(chart, { subtree: true, childList: true, attributes: true, characterData: true });
    });
  };
  globalThis.upChartPainted = () => painted;
}
