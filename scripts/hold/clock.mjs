import { SMTPServer } from 'smtp-server';
import { freePort } from '../lib/postgres.mjs';
import { sleep } from './client.mjs';
import { chartOf, versionFile } from './versions.mjs';

/** A delivery is set for the next minute that begins no sooner than this, in ms. */
const AHEAD_MS = 6_000;
/** So long after its minute a mail has to be there, in ms. */
const LATE_MS = 15_000;
/** After mail was away what is due goes out within this time, in ms. */
const BACK_MS = 150_000;
/** How long mail is away, in ms: longer in a long run. */
const AWAY_MS = { short: 5_000, long: 300_000 };
/** Nobody waits longer for an answer, in ms. */
const ANSWER_MS = 25_000;

/**
 * What goes out by itself goes out by itself: a delivery set for the next minute arrives once and its next time moves on, also
 * where the server was killed before its minute, where the database came later than the server or was restarted under it, and
 * where the mail server was away. Nothing is done but wait.
 */
export async function clock(first, { short, stage }) {
  const faults = [];
  let client = first;
  const { id: sheet } = (await client.takeIn('clock.csv', versionFile(1))).body;
  const chart = (await client.ask('/api/charts', { method: 'POST', body: { spec: chartOf({ id: sheet }, 'Clock') } }))
    .body.id;

  const deliver = async (subject, every) => {
    const body = { what: { chart }, to: ['office@quillbrook.example'], subject, attach: [], every };
    const made = await client.ask('/api/deliveries', { method: 'POST', body });
    if (made.status !== 201) faults.push(`${subject}: it could not be made (${made.status} ${made.text})`);
    return made.body?.id;
  };
  const nextAt = async (id) => Date.parse((await client.ask(`/api/deliveries/${id}`)).body?.nextAt);
  const inOutbox = async (subject) =>
    ((await client.ask('/api/outbox')).body?.messages ?? []).filter((mail) => mail.subject === subject).length;
  /** Waits until a mail is there, and then a moment longer for a second one. */
  const arrives = async (subject, counted, until) => {
    while ((await counted(subject)) === 0 && Date.now() < until) await sleep(500);
    await sleep(3_000);
    const times = await counted(subject);
    if (times !== 1) faults.push(`${subject}: the mail arrived ${times} times`);
  };
  const movedOn = async (subject, id, { at }) => {
    const next = await nextAt(id);
    if (!(next > at + 23 * 60 * 60 * 1000))
      faults.push(`${subject}: it falls due next at ${new Date(next).toISOString()}`);
  };

  // By its hour, with nobody about.
  const plain = nextMinute();
  const delivered = await deliver('By the clock', plain.every);
  await arrives('By the clock', inOutbox, plain.at + LATE_MS);
  await movedOn('By the clock', delivered, plain);

  // Killed before the minute, started again after it, and the database is not there yet.
  const later = nextMinute();
  const waits = await deliver('After a restart', later.every);
  stage.server.child.kill('SIGKILL');
  await stage.server.ended;
  await stage.postgres.stop();
  client = await stage.start({}, { answers: ({ status }) => status === 503 });
  for (const path of ['/api/sheets', `/api/charts/${chart}`, `/api/boards`, `/api/sheets/${sheet}/changes`]) {
    const { status, body, headers } = await client.ask(path, { patience: ANSWER_MS });
    if (status !== 503 || !headers.get('retry-after') || !body?.detail)
      faults.push(`without a database ${path} answers ${status} ${JSON.stringify(body)}`);
  }
  const page = await client.ask('/', { patience: ANSWER_MS });
  if (page.status !== 200) faults.push(`without a database the desk's page answers ${page.status}`);
  await stage.postgres.again();
  await arrives('After a restart', inOutbox, Math.max(later.at, Date.now()) + LATE_MS);
  await movedOn('After a restart', waits, later);

  // The database is restarted under the server.
  const under = nextMinute();
  const goesOn = await deliver('After the database was away', under.every);
  await stage.postgres.stop();
  const lost = await client.ask('/api/sheets', { patience: ANSWER_MS });
  if (lost.status !== 503) faults.push(`with the database gone the sheets are answered ${lost.status}`);
  await stage.postgres.again();
  const upload = await client.takeIn('back.csv', versionFile(2));
  if (upload.body?.status !== 'ready') faults.push(`with the database back a file is not taken in: ${upload.text}`);
  await arrives('After the database was away', inOutbox, Math.max(under.at, Date.now()) + LATE_MS);
  await movedOn('After the database was away', goesOn, under);

  // A mail server that is not there, and comes.
  const port = await freePort();
  await stage.server.stop();
  client = await stage.start({ UPCHART_SMTP: `smtp://127.0.0.1:${port}` });
  const away = nextMinute();
  await deliver('Mail was away', away.every);
  const byHand = await deliver('By hand', { ...away.every, step: 'month', day: 1 });
  const asked = Date.now();
  const { status, body } = await client.ask(`/api/deliveries/${byHand}/now`, { method: 'POST', patience: ANSWER_MS });
  if (status !== 200 || body?.sent?.[0]?.ok !== false)
    faults.push(
      `"Send now" without a mail server: ${status} after ${Date.now() - asked} ms, ${JSON.stringify(body?.sent)}`,
    );
  await sleep(away.at - Date.now() + (short ? AWAY_MS.short : AWAY_MS.long));
  const taken = new Map();
  const server = mailServer(taken);
  await new Promise((resolve) => server.listen(port, '127.0.0.1', resolve));
  const back = Date.now();
  const times = (subject) => taken.get(subject) ?? 0;
  await arrives('Mail was away', times, back + BACK_MS);
  await arrives('By hand', times, back + BACK_MS);
  await new Promise((resolve) => server.close(resolve));
  return { faults, told: 'five deliveries at their minute, each once' };
}

/** The next minute that can be waited for, and a delivery of every day at it. */
function nextMinute() {
  const at = Math.ceil((Date.now() + AHEAD_MS) / 60_000) * 60_000;
  return { at, every: { step: 'day', at: new Date(at).toISOString().slice(11, 16), zone: 'UTC' } };
}

/** A mail server that counts what it takes, by subject and each Message-ID once. */
function mailServer(taken) {
  const known = new Set();
  return new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData: (stream, _, done) => {
      let text = '';
      stream.on('data', (piece) => (text += piece));
      stream.on('end', () => {
        const [, subject] = /^subject: (.*)$/im.exec(text) ?? [];
        const [, id] = /^message-id: (.*)$/im.exec(text) ?? [];
        if (!known.has(id)) taken.set(subject?.trim(), (taken.get(subject?.trim()) ?? 0) + 1);
        known.add(id);
        done();
      });
    },
  });
}
