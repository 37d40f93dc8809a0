import { sleep } from './client.mjs';
import { inDatabase } from './order.mjs';
import { random } from './random.mjs';
import { chartOf, versionFile } from './versions.mjs';

/** How long after something began the server is killed, in ms at most. */
const LATEST_MS = 900;
/** What was cut short goes on after a start; it is waited for so long, in ms. */
const PATIENCE_MS = 90_000;

/**
 * The server is killed at random moments of sending mails and of saving boards and deliveries. In the end every sending that was
 * begun was sent, its mail stands in the outbox exactly once under its own Message-ID, and nothing that was acknowledged is lost.
 */
export async function sendings(first, { seed, short, count = short ? 4 : 30, stage }) {
  const rnd = random(seed);
  const faults = [];
  let client = first;
  const { id } = (await client.takeIn('sent.csv', versionFile(1))).body;
  const chart = (await client.ask('/api/charts', { method: 'POST', body: { spec: chartOf({ id }, 'Sent') } })).body.id;
  const tiles = [{ id: 'a', x: 0, y: 0, w: 6, h: 6, show: { chart } }];
  let board = (await client.ask('/api/boards', { method: 'POST', body: { name: 'Board 0', tiles } })).body;
  const every = { step: 'week', at: '08:00', weekday: 1, zone: 'Europe/London' };
  const acknowledged = new Set();
  let asked = 0;

  const works = {
    sending: async () => {
      const what = rnd.chance(0.5) ? { chart } : { board: board.id };
      const made = await client.ask('/api/deliveries', {
        method: 'POST',
        body: { what, to: ['office@quillbrook.example'], subject: `Mail ${asked++}`, attach: [], every },
      });
      if (made.status !== 201) return;
      acknowledged.add(made.body.id);
      await client.ask(`/api/deliveries/${made.body.id}/now`, { method: 'POST' });
    },
    due: async () => {
      // Falls due by itself, as at its hour.
      await inDatabase(stage.databaseUrl, (ask) =>
        ask(
          "UPDATE deliveries SET next_at = now() - interval '1 second' WHERE id IN (SELECT id FROM deliveries ORDER BY created_at DESC LIMIT 3)",
        ),
      );
    },
    saving: async () => {
      const next = { name: `Board ${board.revision}`, tiles, filters: [], refresh: 60 };
      const answer = await client.ask(`/api/boards/${board.id}`, {
        method: 'PUT',
        body: next,
        headers: { 'if-match': `"${board.revision}"` },
      });
      if (answer.status === 200) board = answer.body;
    },
  };

  for (let i = 0; i < count; i++) {
    const begun = Promise.all([works.sending(), works[rnd.one(['due', 'saving'])]()]);
    await sleep(rnd.below(LATEST_MS));
    stage.server.child.kill('SIGKILL');
    await stage.server.ended;
    await begun.catch(() => undefined);
    client = await stage.start();
    const kept = await client.ask(`/api/boards/${board.id}`);
    if (!(kept.body?.revision >= board.revision))
      faults.push(`kill ${i}: a saved board was lost (${kept.body?.revision} of ${board.revision})`);
    if (kept.body?.revision) board = kept.body;
  }

  const until = Date.now() + PATIENCE_MS;
  const left = () =>
    inDatabase(stage.databaseUrl, (ask) => ask("SELECT id, message FROM sendings WHERE status = 'due'"));
  while ((await left()).length > 0 && Date.now() < until) await sleep(500);
  faults.push(...(await left()).map((one) => `the sending ${one.id} was never sent: ${one.message}`));
  await inDatabase(stage.databaseUrl, async (ask) => {
    const all = await ask('SELECT id, delivery, status, message FROM sendings');
    const mails = await ask('SELECT message_id AS id, count(*)::int AS times FROM outbox GROUP BY 1');
    const times = new Map(mails.map((mail) => [mail.id.replace(/^<|@.*$/g, ''), mail.times]));
    for (const { id: own, status, message } of all) {
      if (status !== 'sent') faults.push(`the sending ${own} ended as ${status}: ${message}`);
      if (times.get(own) !== 1) faults.push(`the mail of ${own} stands in the outbox ${times.get(own) ?? 0} times`);
      times.delete(own);
    }
    faults.push(...[...times.keys()].map((mail) => `the mail ${mail} was sent for nothing`));
    const there = new Set((await ask('SELECT id FROM deliveries')).map((one) => one.id));
    faults.push(...[...acknowledged].filter((one) => !there.has(one)).map((one) => `the delivery ${one} was lost`));
  });
  const sent = await inDatabase(stage.databaseUrl, (ask) => ask('SELECT count(*)::int AS n FROM outbox'));
  return { faults, told: `${count} kills, ${sent[0].n} mails, each once` };
}
