import { orderWithin } from './order.mjs';
import { random } from './random.mjs';
import { chartOf, correct, formOf, rowsOf, versionFile, versionOf } from './versions.mjs';

const SLOW_MS = 1_000;

/** Many at once: one wins where only one can, both are kept where both can be, deletion leaves nothing, large uploads wait. */
export async function concurrency(client, { seed, short, stage }) {
  const rnd = random(seed);
  const faults = [];
  const rounds = short ? 2 : 12;
  const sheet = async (version = 1) => (await client.takeIn(`v${version}.csv`, versionFile(version))).body;
  const statuses = (answers) =>
    answers
      .map(({ status }) => status)
      .sort()
      .join(' ');
  const expectOf = (what, answers, allowed) => {
    const odd = answers.filter(({ status }) => !allowed.includes(status));
    if (odd.length > 0) faults.push(`${what}: ${odd[0].status} ${odd[0].text.slice(0, 160)}`);
  };

  for (let i = 0; i < rounds; i++) {
    const one = await sheet();
    const chart = (await client.ask('/api/charts', { method: 'POST', body: { spec: chartOf(one, 'begun') } })).body;
    const people = Array.from({ length: 50 }, (_, n) =>
      client.ask(`/api/charts/${chart.id}`, {
        method: 'PUT',
        body: { spec: chartOf(one, `by ${n}`) },
        headers: { 'if-match': '"1"' },
      }),
    );
    const answers = await Promise.all(people);
    if (answers.filter(({ status }) => status === 200).length !== 1)
      faults.push(`50 people saved one chart: ${statuses(answers)}`);
    expectOf('50 people saved one chart', answers, [200, 412]);

    const two = await Promise.all([
      correct(client, one.id, 'c2', { type: 'text' }),
      correct(client, one.id, 'c4', { name: 'Other' }),
    ]);
    expectOf('two corrections at once', two, [200, 409]);
    const now = (await client.ask(`/api/sheets/${one.id}`)).body;
    if (two[0].status === 200 && now.columns[1].type !== 'text')
      faults.push('two corrections at once: the first was told 200 and is lost');
    if (two[1].status === 200 && now.columns[3].name !== 'Other')
      faults.push('two corrections at once: the second was told 200 and is lost');

    const staged = await client.ask(`/api/sheets/${one.id}/newer`, {
      method: 'POST',
      form: formOf('v2.csv', versionFile(2)),
    });
    const take = () => client.ask(`/api/sheets/${one.id}/newer/${staged.body.staged}`, { method: 'POST' });
    const both = await Promise.all(
      rnd.chance(0.5)
        ? [take(), correct(client, one.id, 'c2', { type: 'integer' })]
        : [correct(client, one.id, 'c2', { type: 'integer' }), take()],
    );
    expectOf('a newer file and a correction at once', both, [200, 404, 409]);
    const mixed = await versionOf(client, one.id);
    faults.push(...mixed.faults.map((what) => `a newer file and a correction at once: the sheet ${what}`));
    if ((await versionOf(client, one.id)).sheet.rowCount !== rowsOf(mixed.version))
      faults.push('a newer file and a correction at once: the rows changed afterwards');

    for (const other of ['correction', 'reading', 'newer']) {
      const gone = await sheet();
      const change = {
        correction: () => correct(client, gone.id, 'c2', { type: 'text' }),
        reading: () =>
          client.ask(`/api/sheets/${gone.id}/reading`, { method: 'PATCH', body: { rows: { from: 2, to: 900 } } }),
        newer: () =>
          client.ask(`/api/sheets/${gone.id}/newer`, { method: 'POST', form: formOf('v3.csv', versionFile(3)) }),
      }[other];
      const changing = change();
      await new Promise((resolve) => setTimeout(resolve, rnd.below(120)));
      const removed = await client.ask(`/api/sheets/${gone.id}`, { method: 'DELETE' });
      expectOf(`a deletion during a ${other}`, [removed], [204]);
      expectOf(`a ${other} during a deletion`, [await changing], [200, 201, 404, 409]);
      if ((await client.ask(`/api/sheets/${gone.id}`)).status !== 404)
        faults.push(`a deletion during a ${other}: the sheet is still there`);
      faults.push(...(await orderWithin(10_000, stage)).map((what) => `a deletion during a ${other}: ${what}`));
    }
  }

  const large = `Name,Amount\n${'some words to fill it,12345\n'.repeat(short ? 90_000 : 190_000)}`;
  const watch = client.watch();
  const uploads = await Promise.all(
    Array.from({ length: short ? 6 : 20 }, (_, i) => client.takeIn(`large-${i}.csv`, large, 240_000)),
  );
  const { slowest, megabytes, lost } = await watch.stop();
  const ready = uploads.filter(({ status, body }) => status === 201 || body?.status === 'ready').length;
  if (ready !== uploads.length)
    faults.push(`of ${uploads.length} uploads at once ${ready} were read: ${statuses(uploads)}`);
  if (slowest > SLOW_MS * 2) faults.push(`uploads at once: another request waited ${slowest} ms`);
  if (megabytes > 1024) faults.push(`uploads at once: the server held ${Math.round(megabytes)} MB`);
  if (lost > 0) faults.push(`uploads at once: ${lost} other requests were not answered`);
  for (const { body } of uploads) if (body?.id) await client.ask(`/api/sheets/${body.id}`, { method: 'DELETE' });
  faults.push(...(await orderWithin(20_000, stage)));
  return {
    faults,
    told: `${rounds} rounds, ${uploads.length} uploads at once with at most ${Math.round(megabytes)} MB`,
  };
}
