import { badFiles } from './bad-files.mjs';
import { random } from './random.mjs';

const PATIENCE_MS = 20_000;
/** On a machine that does much at once an answer may be late for other reasons; it is asked again before it counts. */
const SLOW_MS = 1_000;

/** What an answer must not say: a path of the machine, a statement, the words for what was not expected. */
const LEAKS = /\/(?:home|root|tmp|var|work|usr)\/|\bselect\b.+\bfrom\b|node_modules|The server met an error/i;

/** Sound files with something spoilt in them. */
function spoilt(base, rnd) {
  const bytes = Buffer.from(base);
  const ways = [
    () => bytes.subarray(0, rnd.below(bytes.length)),
    () => {
      for (let i = 0; i < 1 + rnd.below(12); i++) bytes[rnd.below(bytes.length)] = rnd.below(256);
      return bytes;
    },
    () => {
      const at = rnd.below(bytes.length);
      return Buffer.concat([bytes.subarray(0, at), bytes.subarray(rnd.below(bytes.length))]);
    },
    () => {
      const at = rnd.below(bytes.length);
      const odd = rnd.one([
        '\0',
        '"',
        '\ufeff',
        '\r',
        '=cmd()',
        '\u202e',
        '9'.repeat(400),
        ',,,,',
        '{',
        ']',
        '<a>',
        '\ud83d',
      ]);
      return Buffer.concat([bytes.subarray(0, at), Buffer.from(odd), bytes.subarray(at)]);
    },
    () => Buffer.from(bytes.toString('latin1'), rnd.one(['utf16le', 'utf8', 'hex'])),
    () => Buffer.concat(Array.from({ length: 2 + rnd.below(20) }, () => bytes)),
  ];
  return rnd.one(ways)();
}

/** A thousand files that nobody wrote by hand, or, in a short run, some. */
export async function files(client, { seed, short, count = short ? 60 : 1_000 }) {
  const rnd = random(seed);
  const faults = [];
  const known = badFiles(short ? 1 : 10);
  const bases = known.filter(
    ([name, is]) => is === 'sheet' && !/large|merged|repeated|empty-rows|row-last|short|lines/.test(name),
  );
  const made = Array.from({ length: Math.max(0, count - known.length) }, (_, i) => {
    const [name, , make] = rnd.one(bases);
    return [`${i}-${name}`, 'either', () => spoilt(make(), rnd)];
  });
  const watch = client.watch();
  for (const [name, wanted, make] of [...known, ...made]) {
    watch.seen.slowest = 0;
    const content = make();
    const answer = await client.takeIn(name, content, PATIENCE_MS);
    const said = answer.body?.detail ?? answer.body?.error ?? '';
    const is = answer.status === 201 || answer.body?.status === 'ready' ? 'sheet' : 'refused';
    if (answer.status === 0 || answer.status >= 500)
      faults.push(`${name}: ${answer.status} ${answer.text.slice(0, 120)}`);
    else if (answer.late) faults.push(`${name}: not answered within ${PATIENCE_MS / 1000} s`);
    else if (is === 'refused' && !said) faults.push(`${name}: refused without a word`);
    else if (LEAKS.test(said)) faults.push(`${name}: says "${said.slice(0, 120)}"`);
    else if (wanted !== 'either' && is !== wanted)
      faults.push(`${name}: ${is} (${said.slice(0, 100)}), and should be ${wanted}`);
    if (watch.seen.slowest > SLOW_MS) faults.push(`${name}: another request waited ${watch.seen.slowest} ms`);
    if (process.env.HOLD_TELL)
      console.info(name, answer.status, is, `${answer.ms} ms`, `${watch.seen.slowest} ms`, said.slice(0, 90));
    if (answer.body?.id) await client.ask(`/api/sheets/${answer.body.id}`, { method: 'DELETE' });
  }
  const { megabytes, lost } = await watch.stop();
  if (lost > 0) faults.push(`${lost} other requests were not answered`);
  if (megabytes > 1024) faults.push(`the server held ${Math.round(megabytes)} MB`);
  return { faults, told: `${known.length + made.length} files, the server at most ${Math.round(megabytes)} MB` };
}
