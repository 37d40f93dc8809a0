import { createServer } from 'node:http';
import { chartOf, versionFile } from './versions.mjs';

/** Names that a browser of the campaign finds on loopback. */
const STRANGER = 'stranger.test';
const REBOUND = 'rebound.test';

/** What a stranger's page tries; each answers what it got hold of, or nothing. */
function attempts({ target, sheet, chart }) {
  const got = [];
  const form = () => {
    const data = new FormData();
    data.append('file', new Blob(['a,b\n1,2\n']), 'stolen.csv');
    return data;
  };
  const send = (name, path, init) =>
    fetch(target + path, init)
      .then(async (answer) => {
        if (answer.type !== 'opaque') got.push(`${name}: read ${answer.status} ${(await answer.text()).slice(0, 40)}`);
      })
      .catch(() => undefined);
  const json = JSON.stringify({ calendar: { weekStart: 'sunday', yearStart: 7 } });
  return Promise.all([
    send('read sheets', '/api/sheets', {}),
    send('read rows', `/api/sheets/${sheet}/rows`, { credentials: 'include' }),
    send('read the page', '/', {}),
    send('upload', '/api/sheets', { method: 'POST', mode: 'no-cors', body: form() }),
    send('upload, asking', '/api/sheets', { method: 'POST', body: form() }),
    send('newer file', `/api/sheets/${sheet}/newer`, { method: 'POST', mode: 'no-cors', body: form() }),
    send('save as text', '/api/charts', { method: 'POST', mode: 'no-cors', body: chart }),
    send('save', '/api/charts', { method: 'POST', headers: { 'content-type': 'application/json' }, body: chart }),
    send('settings', '/api/settings', { method: 'PUT', headers: { 'content-type': 'application/json' }, body: json }),
    send('delete', `/api/sheets/${sheet}`, { method: 'DELETE' }),
    send('copy', `/api/sheets/${sheet}/copy`, { method: 'POST', mode: 'no-cors' }),
    send('read again', `/api/sheets/${sheet}/again`, { method: 'POST', mode: 'no-cors' }),
    new Promise((resolve) => {
      const frame = document.createElement('iframe');
      frame.src = target;
      frame.name = 'framed';
      frame.onload = frame.onerror = () => resolve();
      document.body.append(frame);
      setTimeout(resolve, 3000);
    }),
    new Promise((resolve) => {
      const script = document.createElement('script');
      script.src = `${target}/api/sheets`;
      script.onload = () => {
        got.push('sheets as a script');
        resolve();
      };
      script.onerror = () => resolve();
      document.body.append(script);
    }),
    new Promise((resolve) => {
      const image = document.createElement('img');
      image.onload = () => {
        got.push('the icon as an image');
        resolve();
      };
      image.onerror = () => resolve();
      image.src = `${target}/icon.svg`;
    }),
  ]).then(() => got);
}

const stateOf = async (client) => {
  const parts = await Promise.all(['/api/sheets', '/api/charts', '/api/settings'].map((path) => client.ask(path)));
  return JSON.stringify(parts.map(({ body }) => body));
};

/** Pages of strangers in the browser of someone who has the application open: by another name, another port, a rebound name. */
export async function pages(client) {
  const { chromium } = await import('@playwright/test');
  const faults = [];
  const sheet = (await client.takeIn('v1.csv', versionFile(1))).body;
  const before = await stateOf(client);
  const server = createServer((_, response) =>
    response
      .setHeader('content-type', 'text/html')
      .end('<!doctype html><title>A page</title><body>A page of a stranger'),
  ).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', `--host-resolver-rules=MAP ${STRANGER} 127.0.0.1, MAP ${REBOUND} 127.0.0.1`],
  });
  try {
    const context = await browser.newContext();
    const own = await context.newPage();
    const violations = [];
    own.on('console', (message) => {
      if (/Content.Security.Policy|violates/i.test(message.text())) violations.push(message.text());
    });
    const answer = await own.goto(client.address);
    await own.getByRole('link', { name: 'Up Chart' }).first().waitFor();
    if (violations.length > 0) faults.push(`the application violates its own policy: ${violations[0].slice(0, 160)}`);
    const headers = answer.headers();
    const policy = headers['content-security-policy'] ?? '';
    if (
      !/script-src [^;]*'nonce-/.test(policy) ||
      /script-src[^;]*unsafe-inline/.test(policy) ||
      !/frame-ancestors 'none'/.test(policy)
    )
      faults.push(`the policy is "${policy}"`);
    for (const [name, value] of [
      ['x-content-type-options', 'nosniff'],
      ['cross-origin-resource-policy', 'same-origin'],
      ['cross-origin-opener-policy', 'same-origin'],
      ['referrer-policy', 'no-referrer'],
    ])
      if (headers[name] !== value) faults.push(`the header ${name} is "${headers[name]}"`);

    const chart = JSON.stringify({ spec: chartOf(sheet, 'stolen') });
    for (const origin of [`http://${STRANGER}:${port}`, `http://127.0.0.1:${port}`, `http://localhost:${port}`]) {
      const page = await context.newPage();
      await page.goto(origin);
      const got = await page.evaluate(attempts, { target: client.address, sheet: sheet.id, chart });
      faults.push(...got.map((what) => `${origin} got ${what}`));
      const framed = page.frame('framed');
      const shown = framed
        ? await framed
            .locator('body')
            .innerText({ timeout: 3000 })
            .catch(() => '')
        : '';
      if (/Up Chart/.test(shown)) faults.push(`${origin} shows the application in a frame`);
      await page.setContent(
        `<form id="f" method="post" enctype="multipart/form-data" action="${client.address}/api/sheets"><input name="name" value="stolen"></form>`,
      );
      await Promise.all([
        page.waitForLoadState().catch(() => undefined),
        page.evaluate(() => document.getElementById('f').submit()),
      ]);
      await page.close();
    }
    const rebound = await context.newPage();
    const { port: ours } = new URL(client.address);
    const reached = await rebound.goto(`http://${REBOUND}:${ours}/api/sheets`);
    if (reached.status() !== 421) faults.push(`by a rebound name the answer is ${reached.status()}`);
    if ((await reached.text()).includes(sheet.id)) faults.push('by a rebound name sheets are read');
  } finally {
    await browser.close();
    server.close();
  }
  if ((await stateOf(client)) !== before) faults.push('a page of a stranger changed something');

  return { faults, told: 'pages of three strangers and a rebound name' };
}
