import { chromium } from 'playwright-core';

/** Of some times the middle one, in ms. */
const middle = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)];

async function timed(work) {
  const begun = performance.now();
  const answer = await work();
  return { ms: performance.now() - begun, answer };
}

async function send(address, route, body) {
  const response = await fetch(address + route, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${route}: ${response.status} ${await response.text()}`);
  return response;
}

/** Runs in the page: notes the moment, in ms since it was asked for, in which the frame with its twelfth tile is painted. */
function tellWhenThere() {
  const look = () => {
    const tiles = [...document.querySelectorAll('[data-tile]')].filter((tile) => tile.querySelector('svg text'));
    if (tiles.length === 12) requestAnimationFrame(() => (globalThis.allThere = performance.now()));
    else requestAnimationFrame(look);
  };
  look();
}

/**
 * What leaves the application, of a large sheet of receipts: pictures of a chart one after another, the same as JSON alone, a
 * board of twelve tiles as one picture, and that board opened in a browser until its last tile is there, at first and when
 * nothing has changed. Milliseconds.
 * @param specs twelve charts that the database has answered before
 */
export async function measureHandingOver(address, specs) {
  const times = { picture: [], preview: [], svg: [], pdf: [] };
  for (let i = 0; i < 20; i++) {
    // Another title each time, so that no picture is kept already.
    const spec = { ...specs[i % specs.length], text: { title: `Picture ${i}` } };
    const size = { width: 900, height: 560 };
    times.preview.push((await timed(() => send(address, '/api/preview', { spec, ...size, whole: true }))).ms);
    times.picture.push(
      (await timed(async () => (await send(address, '/api/picture.png', { spec, ...size })).arrayBuffer())).ms,
    );
    times.svg.push((await timed(async () => (await send(address, '/api/picture.svg', { spec, ...size })).text())).ms);
    times.pdf.push(
      (await timed(async () => (await send(address, '/api/picture.pdf', { spec, ...size })).arrayBuffer())).ms,
    );
  }
  const tiles = [];
  for (const [i, spec] of specs.entries()) {
    const { id } = await (await send(address, '/api/charts', { spec })).json();
    tiles.push({ id: `t${i}`, x: (i % 3) * 4, y: Math.floor(i / 3) * 6, w: 4, h: 6, show: { chart: id } });
  }
  const { id } = await (await send(address, '/api/boards', { name: 'Twelve', tiles })).json();
  const board = await timed(async () => (await fetch(`${address}/api/boards/${id}/picture.png`)).arrayBuffer());
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const opened = [];
    for (let i = 0; i < 6; i++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.addInitScript(tellWhenThere);
      await page.goto(`${address}/outbox`);
      await page.waitForTimeout(1000);
      await page.goto(`${address}/boards/${id}`, { waitUntil: 'commit' });
      const there = await page.waitForFunction(() => globalThis.allThere);
      opened.push(await there.jsonValue());
      // Who opens it again in a while finds what was drawn for the next time.
      await page.waitForTimeout(i === 0 ? 10_000 : 1_000);
      await page.close();
    }
    return {
      picture: middle(times.picture),
      preview: middle(times.preview),
      svg: middle(times.svg),
      pdf: middle(times.pdf),
      board: board.ms,
      opened,
    };
  } finally {
    await browser.close();
  }
}
