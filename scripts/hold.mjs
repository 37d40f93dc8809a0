/**
 * `npm run hold [campaign …] [-- --seed N --short --count N]`: what is promised in docs/security.md, tried from outside
 * against the built application with a database of its own. Exits with 1 where anything did not hold.
 */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Client } from './hold/client.mjs';
import { clock } from './hold/clock.mjs';
import { concurrency } from './hold/concurrency.mjs';
import { files } from './hold/files.mjs';
import { kills } from './hold/kills.mjs';
import { pages } from './hold/pages.mjs';
import { requests } from './hold/requests.mjs';
import { sendings } from './hold/sendings.mjs';
import { build, migrate, serve } from './lib/app.mjs';
import { nodeModules } from './lib/packages.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { main, say, Stop } from './lib/run.mjs';

const CAMPAIGNS = { files, requests, concurrency, kills, sendings, clock, pages };

function wishes(words) {
  const options = { seed: 1, short: false, chosen: [] };
  for (let i = 0; i < words.length; i++) {
    if (words[i] === '--short') options.short = true;
    else if (words[i] === '--seed' || words[i] === '--count') options[words[i].slice(2)] = Number(words[++i]);
    else if (Object.hasOwn(CAMPAIGNS, words[i])) options.chosen.push(words[i]);
    else throw new Stop(`"${words[i]}" is no campaign: ${Object.keys(CAMPAIGNS).join(', ')}`);
  }
  return { ...options, chosen: options.chosen.length > 0 ? options.chosen : Object.keys(CAMPAIGNS) };
}

await main(async () => {
  const { chosen, ...options } = wishes(process.argv.slice(2));
  nodeModules();
  await build();
  const home = mkdtempSync(path.join(tmpdir(), 'up-chart-hold-'));
  chmodSync(home, 0o711);
  const postgres = await startPostgres(home, { throwaway: true });
  const env = { DATABASE_URL: postgres.url, UPCHART_HOME: home };
  const stage = {
    home,
    env,
    databaseUrl: postgres.url,
    server: undefined,
    postgres,
    /** Starts the application, again too, at the port where it was. */
    async start(more = {}, options = {}) {
      stage.port ??= await freePort();
      stage.server = await serve(stage.port, { ...env, ...more }, { quiet: !process.env.HOLD_TELL, ...options });
      return new Client(stage.server.address, stage.server.child.pid);
    },
  };
  let failed = 0;
  try {
    await migrate(postgres.url);
    for (const name of chosen) {
      const begun = performance.now();
      const client = await stage.start();
      const { faults, told } = await CAMPAIGNS[name](client, { ...options, stage });
      await stage.server.stop();
      failed += faults.length;
      say(
        `${faults.length === 0 ? 'held' : 'DID NOT HOLD'}  ${name}: ${told} (seed ${options.seed}, ${((performance.now() - begun) / 1000).toFixed(0)} s)`,
      );
      for (const fault of faults.slice(0, 60)) say(`   ${fault}`);
    }
  } finally {
    await stage.server?.stop();
    await postgres.stop();
    rmSync(home, { recursive: true, force: true });
  }
  if (failed > 0) throw new Stop(`${failed} faults.`);
});
