/**
 * `npm run bench`: how long the application takes beside the bare database doing the same, on the same machine in the
 * same run. Ratios tell; seconds differ between machines. `BENCH_ROWS` sets the rows (1,000,000).
 */
import {
  chmodSync,
  createReadStream,
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  openAsBlob,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { build, migrate, serve } from './lib/app.mjs';
import { measureChanges } from './lib/bench-browser.mjs';
import { measureHandingOver } from './lib/bench-handover.mjs';
import { measureLooking, tenSpots } from './lib/bench-looking.mjs';
import { nodeModules } from './lib/packages.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { main, say } from './lib/run.mjs';

const ROWS = Number(process.env.BENCH_ROWS ?? 1_000_000);
const SPOTS = ['Yard', 'Glasshouse', 'Market stall', 'Web shop'];
const GROUPS = ['Perennials', 'Shrubs', 'Bulbs', 'Herbs', 'Bedding', 'Fruit', 'Sundries', 'Gift'];

/** Receipt lines over three years: seven columns, about 54 bytes a row. */
async function writeFile(file) {
  const out = createWriteStream(file);
  out.write('Sold on,Receipt no,Plant group,Quantity,Unit price,Takings,Spot\n');
  let state = 20250314;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
  const day = Date.UTC(2023, 0, 1);
  let text = '';
  for (let i = 0; i < ROWS; i++) {
    const at = new Date(day + Math.floor((i / ROWS) * 1095 * 1440) * 60_000).toISOString();
    const quantity = 1 + Math.floor(next() * 6);
    const price = Math.round(200 + next() * 4000) / 100;
    text += `${at.slice(0, 10)} ${at.slice(11, 16)},${400_000 + Math.floor(i / 2)},${GROUPS[Math.floor(next() * 8)]},${quantity},${price.toFixed(2)},${(price * quantity).toFixed(2)},${SPOTS[Math.floor(next() * 4)]}\n`;
    if (text.length > 1 << 20) {
      if (!out.write(text)) await once(out, 'drain');
      text = '';
    }
  }
  out.end(text);
  await once(out, 'finish');
}

async function timed(work) {
  const begun = performance.now();
  const result = await work();
  return { seconds: (performance.now() - begun) / 1000, result };
}

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
const row = (what, ours, bare, meaning) =>
  say(
    `${what.padEnd(34)} ${ours.toFixed(2).padStart(8)} s ${bare.toFixed(2).padStart(8)} s   × ${(ours / bare).toFixed(2).padStart(5)}   ${meaning}`,
  );

await main(async () => {
  nodeModules();
  await build();
  const home = mkdtempSync(path.join(tmpdir(), 'up-chart-bench-'));
  chmodSync(home, 0o711);
  mkdirSync(path.join(home, 'files'));
  const postgres = await startPostgres(home);
  let server;
  try {
    await migrate(postgres.url);
    server = await serve(await freePort(), { DATABASE_URL: postgres.url, UPCHART_HOME: home }, { quiet: true });
    const file = path.join(home, 'files', 'receipts.csv');
    await writeFile(file);
    say(`\n${ROWS.toLocaleString('en-GB')} rows, ${(statSync(file).size / 1e6).toFixed(0)} MB`);
    say(`${''.padEnd(34)} ${'here'.padStart(10)} ${'bare'.padStart(10)}   ratio`);

    const { Client } = (await import('pg')).default;
    const { from } = await import('pg-copy-streams');
    const client = new Client({ connectionString: postgres.url });
    await client.connect();
    await client.query(
      'CREATE TABLE bare (at timestamp, receipt bigint, plants text, quantity bigint, price numeric, takings numeric, spot text)',
    );
    const copy = async () => {
      await client.query('TRUNCATE bare');
      await pipeline(createReadStream(file), client.query(from('COPY bare FROM STDIN (FORMAT csv, HEADER)')));
    };
    const bareCopies = [];
    for (let i = 0; i < 3; i++) bareCopies.push((await timed(copy)).seconds);

    let most = 0;
    const watch = setInterval(() => {
      try {
        most = Math.max(most, memoryOf(server.child.pid));
      } catch {
        /* it has gone */
      }
    }, 100);
    let pauses = 0;
    let asking = true;
    const pinging = (async () => {
      while (asking) {
        pauses = Math.max(pauses, (await timed(() => fetch(`${server.address}/api/charts`))).seconds);
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    })();
    const imported = await timed(() => takeIn(server.address, file));
    asking = false;
    await pinging;
    clearInterval(watch);
    row(
      'import, against COPY',
      imported.seconds,
      median(bareCopies),
      'every cell read, types inferred from all rows, a typed table; bare: COPY of the same file into a ready-made table',
    );
    say(
      `   the server took at most ${most.toFixed(0)} MB, and its slowest answer meanwhile ${(pauses * 1000).toFixed(0)} ms`,
    );

    const sheet = imported.result;
    const key = (name) => sheet.columns.find((column) => column.name === name).key;
    const spec = {
      version: 1,
      sheet: sheet.id,
      across: { as: 'time', column: key('Sold on'), step: 'month' },
      split: { column: key('Plant group') },
      layers: [{ id: 'l1', amount: { column: key('Takings') }, summary: 'sum', shape: 'line', side: 'left' }],
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: {},
    };
    const sqlText = "SELECT date_trunc('month', at) AS month, plants, sum(takings) FROM bare GROUP BY 1, 2";
    await client.query('ANALYZE bare');
    const kept = await timed(() => keptSums(client, sheet.id));
    if (kept.result) say(`   its sums by day and group were kept ${kept.seconds.toFixed(1)} s after it was ready`);
    const ours = [];
    const bare = [];
    for (let i = 0; i < 5; i++) {
      // A filter that keeps every row, each time another, so that no answer is taken from memory.
      const fresh = { ...spec, filters: [{ column: key('Takings'), from: -1 - i }] };
      ours.push((await timed(() => post(server.address, '/api/preview', { spec: fresh }))).seconds);
      bare.push(
        (await timed(() => client.query(`${sqlText.replace('GROUP', `WHERE takings >= ${-1 - i} GROUP`)}`))).seconds,
      );
    }
    row(
      'first chart, against SQL',
      median(ours),
      median(bare),
      'monthly totals by a group, asked of the table; bare: the same as one statement',
    );
    const ofKept = [];
    for (let i = 0; i < 5; i++) {
      const fresh = { ...spec, filters: [{ column: key('Spot'), keep: [`none ${i}`], not: true }] };
      ofKept.push((await timed(() => post(server.address, '/api/preview', { spec: fresh }))).seconds);
    }
    if (kept.result)
      row(
        'first chart of kept sums, ag. SQL',
        median(ofKept),
        median(bare),
        'the same out of the sums by day and group that are kept beside the rows',
      );
    const rolled = [];
    for (const step of ['quarter', 'year', 'month', 'week', 'quarter'])
      rolled.push(
        (
          await timed(() =>
            post(server.address, '/api/preview', {
              spec: { ...spec, filters: [{ column: key('Takings'), from: -5 }], across: { ...spec.across, step } },
            }),
          )
        ).seconds,
      );
    row('another step, against SQL', median(rolled), median(bare), 'rolled up from the grain that was asked before');
    await client.end();
    const { times, asked } = await measureChanges(server.address, sheet.id, ['Sold on', 'Takings', 'Plant group']);
    const at = (share) => times[Math.min(Math.floor(times.length * share), times.length - 1)].toFixed(0);
    say(
      `a change, from click to painted chart: half within ${at(0.5)} ms, 95 in 100 within ${at(0.95)} ms (${times.length} changes; ${asked.length} questions to the server meanwhile)`,
    );
    const spots = path.join(home, 'files', 'ten-spots.csv');
    writeFileSync(spots, tenSpots());
    const looking = await measureLooking(server.address, (await takeIn(server.address, spots)).id);
    const within = (list, share) => list[Math.min(Math.floor(list.length * share), list.length - 1)].toFixed(0);
    say('1,000 places of 10 series, from input to paint:');
    for (const [name, words] of [
      ['keys', 'the stretch in sight moved by keys'],
      ['wheel', 'the stretch in sight widened by the wheel'],
      ['trend', 'a trend of each added and taken off'],
    ])
      say(
        `   ${words}: half within ${within(looking.times[name], 0.5)} ms, 95 in 100 within ${within(looking.times[name], 0.95)} ms`,
      );
    say(
      `   while it is dragged a picture takes ${within(looking.frames, 0.5)} ms, 95 in 100 at most ${within(looking.frames, 0.95)} ms; ${looking.asked.length} questions to the server meanwhile`,
    );

    const steps = ['year', 'quarter', 'month', 'week'];
    const twelve = ['line', 'column', 'area'].flatMap((shape) =>
      steps.map((step) => ({
        ...spec,
        across: { ...spec.across, step },
        layers: spec.layers.map((layer) => ({ ...layer, shape })),
      })),
    );
    const handed = await measureHandingOver(server.address, twelve);
    const ms = (value) => `${value.toFixed(0)} ms`;
    say(`\nHanding over, of the same rows:`);
    say(
      `   a picture: PNG ${ms(handed.picture)}, SVG ${ms(handed.svg)}, PDF ${ms(handed.pdf)} at the median; × ${(handed.picture / handed.preview).toFixed(1)} of its model alone (${ms(handed.preview)})`,
    );
    say(
      `   a board of twelve tiles as one picture: ${ms(handed.board)}, × ${(handed.board / handed.picture).toFixed(1)} of one picture`,
    );
    say(
      `   the same board in a browser: ${ms(handed.opened[0])} at first, ${ms(median(handed.opened.slice(1)))} when nothing has changed`,
    );
  } finally {
    await server?.stop();
    await postgres.stop();
    rmSync(home, { recursive: true, force: true });
  }
});

/** Waits until the sums of a sheet are kept; false where none are. */
async function keptSums(client, id) {
  for (let waited = 0; waited < 600; waited++) {
    const { rows } = await client.query('SELECT kept_sums FROM sheets WHERE id = $1', [id]);
    if (rows[0].kept_sums) return rows[0].kept_sums.table !== null;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return false;
}

/** Resident memory of a process and its children, in MB, from Linux's own accounts. */
function memoryOf(pid) {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}

async function post(address, route, body) {
  const response = await fetch(address + route, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${route}: ${response.status} ${await response.text()}`);
  return response.json();
}

async function takeIn(address, file) {
  const form = new FormData();
  form.append('file', await openAsBlob(file), 'receipts.csv');
  const { id } = await (await fetch(`${address}/api/sheets`, { method: 'POST', body: form })).json();
  for (;;) {
    const sheet = await (await fetch(`${address}/api/sheets/${id}`)).json();
    if (sheet.status === 'ready') return sheet;
    if (sheet.status === 'failed') throw new Error(sheet.error);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
