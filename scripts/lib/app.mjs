import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root, run, say, start, Stop } from './run.mjs';

/** Where the programs that are bundled by themselves go. */
const programs = path.join(root, '.next', 'up-chart');
const next = path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
const PARTS = [
  'app',
  'core',
  'server',
  'ui',
  'workers',
  'instrumentation.ts',
  'next.config.ts',
  'tsconfig.json',
  'package-lock.json',
];

function files(at) {
  const full = path.join(root, at);
  if (!existsSync(full)) return [];
  if (statSync(full).isDirectory())
    return readdirSync(full, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? files(path.join(at, entry.name)) : [path.join(at, entry.name)],
    );
  return [at];
}

/**
 * The program that draws pictures (server/pictures/process.ts), with the drawing components and the libraries that they are made
 * of; what has native parts or reads files of its own stays where it is.
 */
export async function buildDrawer(outdir) {
  const { build: bundle } = await import('esbuild');
  await bundle({
    absWorkingDir: root,
    entryPoints: { drawer: 'server/pictures/process.ts' },
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    chunkNames: 'drawer-[hash]',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    jsx: 'automatic',
    // Styles of what is only on the screen: their names alone.
    loader: { '.css': 'empty', '.module.css': 'local-css' },
    external: ['happy-dom', '@resvg/resvg-js', 'pdfkit', 'svg-to-pdfkit', 'subset-font', 'fontkit'],
    define: { 'process.env.NODE_ENV': '"production"' },
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
    tsconfig: 'tsconfig.json',
    logLevel: 'warning',
  });
}

/** Builds the application unless this very source was built. */
export async function build() {
  const hash = createHash('sha256');
  for (const file of PARTS.flatMap(files)
    .filter((name) => !name.endsWith('.test.ts'))
    .sort())
    hash.update(file).update(readFileSync(path.join(root, file)));
  const source = hash.digest('hex');
  const stamp = path.join(root, '.next', 'up-chart-source');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === source) return;
  say('Building …');
  run(process.execPath, [next, 'build'], { env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' } });
  await buildPrograms();
  writeFileSync(stamp, source);
}

/** Bundles what runs without the framework's build: the server, and the process that files are read in. Packages stay where they are. */
async function buildPrograms() {
  const { build: bundle } = await import('esbuild');
  rmSync(programs, { recursive: true, force: true });
  await bundle({
    absWorkingDir: root,
    entryPoints: {
      reader: 'server/sheets/reader.ts',
      shaper: 'server/charts/shaping-thread.ts',
      serve: 'server/http/serve.ts',
    },
    outdir: '.next/up-chart',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What only some files need is loaded when one of them comes.
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    tsconfig: 'tsconfig.json',
    logLevel: 'warning',
  });
  await buildDrawer('.next/up-chart');
}

/** Brings the database to the present schema. */
export async function migrate(url) {
  const { Client } = (await import('pg')).default;
  const { drizzle } = await import('drizzle-orm/node-postgres');
  const { migrate: apply } = await import('drizzle-orm/node-postgres/migrator');
  const client = new Client({ connectionString: url });
  try {
    await client.connect();
  } catch (error) {
    throw new Stop(`The database at DATABASE_URL does not answer: ${error.message}`);
  }
  try {
    await apply(drizzle(client), { migrationsFolder: path.join(root, 'server', 'db', 'migrations') });
  } finally {
    await client.end();
  }
}

/** Serves the application on loopback and waits until it answers. @param options.answers whether an answer is one that is waited for */
export async function serve(port, env, { dev = false, quiet = false, answers = ({ ok }) => ok } = {}) {
  if (dev) await buildPrograms();
  const server = start(
    process.execPath,
    ['--max-semi-space-size=64', path.join(programs, 'serve.mjs'), '--port', String(port), ...(dev ? ['--dev'] : [])],
    {
      stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
      env: { ...process.env, ...env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: dev ? 'development' : 'production' },
    },
  );
  const address = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 300; tries++) {
    if (server.child.exitCode !== null) throw new Stop('The application stopped while it was starting.');
    try {
      if (answers(await fetch(`${address}/api/sheets`))) return { ...server, address };
    } catch {
      /* not there yet */
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await server.stop();
  throw new Stop('The application did not answer within a minute.');
}
