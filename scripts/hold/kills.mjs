import { sleep } from './client.mjs';
import { inDatabase, orderWithin } from './order.mjs';
import { random } from './random.mjs';
import { chartOf, correct, formOf, versionFile, versionOf } from './versions.mjs';

/** How long after something began it is cut short, in ms at most. */
const LATEST_MS = 450;

/**
 * The server, or its sessions with the database, is killed in the middle of importing, saving, correcting, taking a newer
 * file and deleting. After each start: whole sheets, no version of a file come back, every saved chart that was
 * acknowledged, nothing that belongs to nothing.
 */
export async function kills(first, { seed, short, count = short ? 8 : 200, stage }) {
  const rnd = random(seed);
  const faults = [];
  let client = first;
  const { id } = (await client.takeIn('v1.csv', versionFile(1))).body;
  let known = 1;
  let next = 2;
  const saved = await client.ask('/api/charts', { method: 'POST', body: { spec: chartOf({ id }, 'title 0') } });
  let chart = saved.body;
  let acknowledged = chart.revision;

  const works = {
    importing: () =>
      client.ask('/api/sheets', {
        method: 'POST',
        form: formOf('other.csv', versionFile(900).repeat(rnd.chance(0.3) ? 40 : 1)),
      }),
    saving: async () => {
      const answer = await client.ask(`/api/charts/${chart.id}`, {
        method: 'PUT',
        body: { spec: chartOf({ id }, `title ${acknowledged}`) },
        headers: { 'if-match': `"${acknowledged}"` },
      });
      if (answer.status === 200) acknowledged = answer.body.revision;
    },
    correcting: () => correct(client, id, 'c4', { type: rnd.one(['text', 'integer']) }),
    newer: async () => {
      const version = next++;
      const staged = await client.ask(`/api/sheets/${id}/newer`, {
        method: 'POST',
        form: formOf(`v${version}.csv`, versionFile(version)),
      });
      if (staged.status !== 201) return;
      const taken = await client.ask(`/api/sheets/${id}/newer/${staged.body.staged}`, { method: 'POST' });
      if (taken.status === 200) known = version;
    },
    deleting: async () => {
      const other = await client.takeIn('gone.csv', versionFile(800));
      if (other.body?.id) await client.ask(`/api/sheets/${other.body.id}`, { method: 'DELETE' });
    },
  };

  for (let i = 0; i < count; i++) {
    const name = rnd.one(Object.keys(works));
    const before = known;
    const begun = works[name]();
    await sleep(rnd.below(LATEST_MS));
    const sessions = rnd.chance(0.25);
    if (sessions) {
      await inDatabase(stage.databaseUrl, (ask) =>
        ask(
          'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE pid <> pg_backend_pid() AND datname = current_database()',
        ),
      );
      await begun.catch(() => undefined);
    } else {
      stage.server.child.kill('SIGKILL');
      await stage.server.ended;
      await begun.catch(() => undefined);
      client = await stage.start();
    }
    const where = `kill ${i} (${name}${sessions ? ', sessions' : ''})`;
    const wrong = await orderWithin(15_000, stage);
    faults.push(...wrong.map((what) => `${where}: ${what}`));
    const now = await versionOf(client, id);
    faults.push(...now.faults.map((what) => `${where}: the sheet ${what}`));
    if (now.version < before) faults.push(`${where}: version ${now.version} came back after ${before}`);
    known = Math.max(known, now.version);
    // Read again from its file, the sheet is what it was.
    const again = await correct(client, id, 'c4', { type: rnd.one(['text', 'integer']) });
    const after = await versionOf(client, id);
    if (again.status !== 200)
      faults.push(`${where}: a correction after it was answered ${again.status} ${again.text.slice(0, 120)}`);
    if (after.version !== now.version || after.faults.length > 0)
      faults.push(
        `${where}: after a correction version ${now.version} was version ${after.version} ${after.faults.join(', ')}`,
      );
    const kept = await client.ask(`/api/charts/${chart.id}`);
    if (!(kept.body?.revision >= acknowledged))
      faults.push(`${where}: a saved chart was lost (${kept.body?.revision} of ${acknowledged})`);
    acknowledged = kept.body?.revision ?? acknowledged;
    for (const other of (await client.ask('/api/sheets')).body?.sheets ?? [])
      if (other.id !== id) await client.ask(`/api/sheets/${other.id}`, { method: 'DELETE' });
    if (faults.length > 20) break;
  }
  return { faults, told: `${count} kills, the sheet is version ${known}` };
}
