/** `npm run demo`: installs what is missing, starts the database on loopback, loads the demo and serves the application. */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { build, migrate, serve } from './lib/app.mjs';
import { nodeModules } from './lib/packages.mjs';
import { portIsTaken, startPostgres } from './lib/postgres.mjs';
import { main, root, run, say, Stop } from './lib/run.mjs';

await main(async () => {
  const port = Number(process.env.PORT ?? 4400);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT must be a number from 1 to 65535, not "${process.env.PORT}".`);
  if (await portIsTaken(port))
    throw new Stop(
      `Port ${port} is taken: something else listens there, perhaps Up Chart itself. Stop it, or choose another port: PORT=${port + 1} npm run demo`,
    );
  const home = path.resolve(root, process.env.UPCHART_HOME ?? '.upchart');
  const dev = process.argv.includes('--dev');
  mkdirSync(home, { recursive: true });
  nodeModules();
  if (!dev) await build();
  const postgres = process.env.DATABASE_URL
    ? { url: process.env.DATABASE_URL, stop: async () => undefined }
    : await startPostgres(home);
  const env = { DATABASE_URL: postgres.url, UPCHART_HOME: home };
  let server;
  let stopping;
  const stop = () =>
    (stopping ??= (async () => {
      await server?.stop();
      await postgres.stop();
    })());
  const signalled = new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, () => resolve(0));
  });
  try {
    await migrate(postgres.url);
    server = await serve(port, env, { dev, quiet: !dev });
    run(process.execPath, [path.join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs'), 'demo/load.ts', server.address], {
      env: { ...process.env, ...env },
    });
    say(
      `\nUp Chart is open at ${server.address}\nIts data is in ${path.relative(process.cwd(), home) || '.'}. Press Ctrl-C to stop.`,
    );
    const code = await Promise.race([signalled, server.ended]);
    say('\nStopping …');
    return code ?? 1;
  } finally {
    await stop();
  }
});
