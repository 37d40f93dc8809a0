import { spawn, spawnSync } from 'node:child_process';
import { realpathSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..', '..');
export const isRoot = process.getuid?.() === 0;

/** The program of an installed package. */
export const binary = (name) => realpathSync(path.join(root, 'node_modules', '.bin', name));

/** Says what is being done, so that a wait is never without a word. */
export function say(text) {
  console.log(text);
}

/** Ends with a message for the person at the keyboard, without a stack. */
export class Stop extends Error {}

/** Runs a command to its end and passes on what it prints; a failure ends the script. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) throw new Stop(`${command} could not be run: ${error.message}`);
  if (status !== 0) throw new Stop(`"${[command, ...args].join(' ')}" failed (exit code ${status}).`);
}

/** Runs a command quietly; answers whether it succeeded and what it printed. */
export function quietly(command, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, { cwd: root, encoding: 'utf8', ...options });
  return { ok: status === 0, output: `${stdout ?? ''}${stderr ?? ''}` };
}

/** Starts a command that goes on; `stop()` ends it and waits until it is gone. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code)));
  const stop = async () => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    child.kill('SIGTERM');
    const timer = setTimeout(() => child.kill('SIGKILL'), 8000);
    await ended;
    clearTimeout(timer);
  };
  return { child, ended, stop };
}

/** Runs a script's main function; a Stop is told without a stack. */
export async function main(work) {
  try {
    process.exitCode = (await work()) ?? 0;
  } catch (error) {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}
