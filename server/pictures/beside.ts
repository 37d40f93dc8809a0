import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { Line } from '../line';
import { Problem } from '../problem';
import type { PictureJob } from './job';
import type { FromDrawer } from './process';

/** Where the build puts the program (scripts/lib/app.mjs). */
const PROGRAM = ['.next', 'up-chart', 'drawer.mjs'];
const PROCESSES = 2;
const HEAP_MB = 512;
/** A picture that takes longer is given up, in ms. */
const LONGEST_MS = 20_000;
/** A process that has drawn so many is replaced: what the libraries keep cannot grow on and on. */
const LIFE = 400;

interface Drawer {
  readonly child: ChildProcess;
  drawn: number;
}
/** Processes that wait, and pictures that wait for one; also across reloads of modules while developing. */
interface Held {
  readonly idle: Drawer[];
  readonly line: Line<PictureJob>;
}
const held = globalThis as typeof globalThis & { upChartDrawers?: Held };
const drawers = () => (held.upChartDrawers ??= { idle: [], line: new Line(PROCESSES) });

const program = () => process.env.UPCHART_DRAWER ?? path.join(/* turbopackIgnore: true */ process.cwd(), ...PROGRAM);

const tooMuch = () =>
  new Problem(
    422,
    'Too much for one picture',
    'This picture takes too much time or memory to draw. Choose a longer step, fewer series, or a smaller picture.',
  );
const notDrawn = () => new Problem(422, 'No picture', 'This chart could not be drawn as a picture. Try another size.');

/**
 * Draws a picture beside the server, in bounded time and memory. It is a process of its own, and not a thread: what turns
 * drawings into pixels is not written in JavaScript, and where it breaks it takes its whole process with it.
 * @throws Problem 422 where it is more than can be drawn
 */
export async function drawBeside(job: PictureJob, signal?: AbortSignal): Promise<Buffer> {
  const { idle, line } = drawers();
  return line.pass(
    job,
    async () => {
      const drawer = idle.pop() ?? started();
      const file = await drawIn(drawer, job, signal);
      if (++drawer.drawn >= LIFE) drawer.child.kill('SIGKILL');
      else {
        drawer.child.unref();
        drawer.child.channel?.unref();
        idle.push(drawer);
      }
      return file;
    },
    signal,
  );
}

function started(): Drawer {
  const file = program();
  if (!existsSync(file)) throw new Error(`the program that draws pictures is not there: ${path.basename(file)}`);
  const child = fork(/* turbopackIgnore: true */ file, [], {
    serialization: 'advanced',
    execArgv: [`--max-old-space-size=${HEAP_MB}`],
    // It reads nothing of ours but its own faces: no address and no password of a database.
    env: { NODE_ENV: 'production', PATH: process.env.PATH ?? '' },
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  const drawer = { child, drawn: 0 };
  // One that ends while it waits is not waited with any more.
  child.once('exit', () => {
    const { idle } = drawers();
    const at = idle.indexOf(drawer);
    if (at >= 0) idle.splice(at, 1);
  });
  return drawer;
}

/** A process in which a picture fails is ended: nothing of it is left for the next. */
async function drawIn({ child }: Drawer, job: PictureJob, signal?: AbortSignal): Promise<Buffer> {
  const ends = new AbortController();
  try {
    return await new Promise<Buffer>((resolve, reject) => {
      const timer = setTimeout(() => reject(tooMuch()), LONGEST_MS);
      const leave = () => reject(signal?.reason as Error);
      const hear = (message: FromDrawer) => {
        if ('file' in message) resolve(Buffer.from(message.file));
        else {
          console.error('A picture could not be drawn:', message.failed);
          reject(notDrawn());
        }
      };
      const lost = () => reject(notDrawn());
      child.on('message', hear);
      child.on('error', lost);
      child.on('exit', lost);
      signal?.addEventListener('abort', leave, { once: true });
      ends.signal.addEventListener('abort', () => {
        clearTimeout(timer);
        signal?.removeEventListener('abort', leave);
        child.off('message', hear);
        child.off('error', lost);
        child.off('exit', lost);
      });
      child.ref();
      child.channel?.ref();
      child.send(job);
    });
  } catch (error) {
    child.on('error', () => undefined);
    child.kill('SIGKILL');
    throw error;
  } finally {
    ends.abort();
  }
}

/** Ends the processes that wait: tests end with them. */
export function endDrawers(): void {
  for (const { child } of drawers().idle.splice(0)) child.kill('SIGKILL');
}
