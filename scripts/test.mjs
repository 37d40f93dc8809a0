/** `npm test`: installs what is missing, then types, lint, import rules, Jest with the reference checks, build, Playwright, and what is promised. */
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { build, migrate, serve } from './lib/app.mjs';
import { chromium, nodeModules } from './lib/packages.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { binary, main, root, run, say } from './lib/run.mjs';

const reports = path.join(root, '.tmp');

function step(title, command, args, options) {
  say(`\n── ${title}`);
  const begun = performance.now();
  run(process.execPath, [binary(command), ...args], options);
  say(`   ${title}: ${((performance.now() - begun) / 1000).toFixed(1)} s`);
}

/** The tests of a suite, and of those in it, that failed at first. */
function secondTry({ title, specs = [], suites = [] }) {
  const own = specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky'));
  return [...own.map((spec) => `${title} › ${spec.title}`), ...suites.flatMap((inner) => secondTry(inner))];
}

/** Adds up what both runners counted, and names what passed only at the second try. */
function summary() {
  const jest = JSON.parse(readFileSync(path.join(reports, 'jest.json'), 'utf8'));
  const { stats, suites } = JSON.parse(readFileSync(path.join(reports, 'playwright.json'), 'utf8'));
  const again = stats.flaky > 0 ? ` (${stats.flaky} only at the second try)` : '';
  const late = suites.flatMap((suite) => secondTry(suite));
  say(
    late.length === 0
      ? '\nNo test passed only at the second try.'
      : `\nPassed only at the second try:\n${late.map((name) => `   ${name}`).join('\n')}`,
  );
  return `${jest.numPassedTests + stats.expected + stats.flaky} passed${again}, ${jest.numFailedTests + stats.unexpected} failed`;
}

await main(async () => {
  rmSync(reports, { recursive: true, force: true });
  mkdirSync(reports, { recursive: true });
  nodeModules();
  chromium();
  step('Types', 'tsc', ['--noEmit']);
  step('Lint', 'eslint', ['.', '--max-warnings', '0']);
  step('Format', 'prettier', ['--check', '--log-level', 'warn', '.']);
  step('Import rules', 'depcruise', [
    '--config',
    '.dependency-cruiser.cjs',
    ...'app core demo server ui reference testing e2e'.split(' '),
  ]);
  const home = mkdtempSync(path.join(tmpdir(), 'up-chart-test-'));
  chmodSync(home, 0o711);
  const postgres = await startPostgres(home, { throwaway: true });
  let server;
  try {
    await migrate(postgres.url);
    const env = { ...process.env, DATABASE_URL: postgres.url, UPCHART_HOME: home };
    step('Jest: units and reference checks', 'jest', ['--json', '--outputFile', path.join(reports, 'jest.json')], {
      env,
    });
    await build();
    server = await serve(await freePort(), { ...env, UPCHART_MAX_BYTES: String(96 * 1024 * 1024) });
    step('Playwright: the built application', 'playwright', ['test'], {
      env: { ...env, UPCHART_ADDRESS: server.address },
    });
    await server.stop();
    say('\n── Hold: what docs/security.md promises, a short run');
    run(process.execPath, [path.join(root, 'scripts', 'hold.mjs'), '--short']);
    say(`\n${summary()}`);
  } finally {
    await server?.stop();
    await postgres.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
