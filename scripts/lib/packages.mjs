import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { isRoot, quietly, root, run, say, Stop } from './run.mjs';

const POSTGRES = '/usr/lib/postgresql';
let listed = false;

function apt(name) {
  const sudo = isRoot ? [] : ['sudo'];
  if (!isRoot && !quietly('sudo', ['-n', 'true']).ok)
    throw new Stop(`Debian's package "${name}" is needed. Install it with: sudo apt-get install ${name}`);
  const call = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    run(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  if (!listed) {
    call('update', '-qq');
    listed = true;
  }
  say(`Installing ${name} …`);
  call('install', '-y', '-qq', '--no-install-recommends', name);
}

/** The folder of PostgreSQL's programs, installed from Debian's packages if they are missing. */
export function postgresPrograms() {
  const find = () =>
    (existsSync(POSTGRES) ? readdirSync(POSTGRES) : [])
      .map(Number)
      .filter((version) => existsSync(path.join(POSTGRES, String(version), 'bin', 'initdb')))
      .sort((a, b) => b - a)[0];
  if (!find()) {
    // Our own cluster is started by hand: keep the package from making and starting one.
    apt('postgresql-common');
    quietly('sh', [
      '-c',
      "mkdir -p /etc/postgresql-common/createcluster.d && echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/up-chart.conf",
    ]);
    apt('postgresql');
  }
  const version = find();
  if (!version) throw new Stop("PostgreSQL could not be installed from Debian's packages.");
  return path.join(POSTGRES, String(version), 'bin');
}

export function chromium() {
  const program = '/usr/bin/chromium';
  if (!existsSync(program)) apt('chromium');
  if (!existsSync(program)) throw new Stop("Chromium could not be installed from Debian's packages.");
  return program;
}

/** Installs what package-lock.json names, unless that was done for this very file. */
export function nodeModules() {
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(root, 'node_modules', '.up-chart-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing packages (npm ci) …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, lock);
}
