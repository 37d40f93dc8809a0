import { existsSync } from 'node:fs';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Answer, GrainQuery } from '@/core/grain';
import { Line } from '../line';
import { Problem } from '../problem';
import { toldError } from '../told-errors';
import { shapeNow, type Shaped, type ShapingJob } from './shaping-job';
import type { FromThread, ToThread } from './shaping-thread';

/** Where the build puts the thread (scripts/lib/app.mjs); without it charts are shaped in the server's own. */
const THREAD = ['.next', 'up-chart', 'shaper.mjs'];
const THREADS = 2;
const HEAP_MB = 768;
/** A chart that takes longer is given up, in ms. */
const LONGEST_MS = 30_000;

/** Threads that wait, and charts that wait for one; also across reloads of modules while developing. */
interface Held {
  readonly idle: Worker[];
  readonly line: Line<ShapingJob>;
}
const held = globalThis as typeof globalThis & { upChartShapers?: Held };
const shapers = () => (held.upChartShapers ??= { idle: [], line: new Line(THREADS) });

/**
 * Shapes a chart beside the server, so that others are answered meanwhile; in bounded time and memory.
 * @throws what shaping throws, and Problem 422 where the chart is more than can be shaped
 */
export async function shapeBeside(
  job: ShapingJob,
  ask: (query: GrainQuery) => Promise<Answer>,
  known: ReadonlyMap<string, Answer>,
  signal?: AbortSignal,
): Promise<Shaped> {
  const program = path.join(/* turbopackIgnore: true */ process.cwd(), ...THREAD);
  if (process.env.NODE_ENV === 'test' || !existsSync(program)) return shapeNow(job, ask, known);
  const { idle, line } = shapers();
  const work = async () => {
    const worker =
      idle.pop() ??
      new Worker(/* turbopackIgnore: true */ program, { resourceLimits: { maxOldGenerationSizeMb: HEAP_MB } });
    const done = await inThread(worker, job, ask, known, signal);
    worker.unref();
    idle.push(worker);
    return done;
  };
  return line.pass(job, work, signal);
}

const tooMuch = () =>
  new Problem(
    422,
    'Too much for one chart',
    'This chart takes too much time or memory to make. Choose a longer step, fewer series, or take only some rows.',
  );

/** Does a job in a thread; one that fails in it ends it. */
async function inThread(
  worker: Worker,
  job: ShapingJob,
  ask: (query: GrainQuery) => Promise<Answer>,
  known: ReadonlyMap<string, Answer>,
  signal?: AbortSignal,
): Promise<Shaped> {
  const say = (message: ToThread) => worker.postMessage(message);
  const ends = new AbortController();
  try {
    return await new Promise<Shaped>((resolve, reject) => {
      const timer = setTimeout(() => reject(tooMuch()), LONGEST_MS);
      const leave = () => reject(signal?.reason as Error);
      const hear = (message: FromThread) => {
        if ('done' in message) resolve(message.done);
        else if ('failed' in message) reject(toldError(message.failed));
        else
          ask(message.query).then(
            (is) => say({ answer: message.ask, is }),
            (error: Error) => {
              say({ answer: message.ask, failed: true });
              reject(error);
            },
          );
      };
      const lost = () => reject(tooMuch());
      worker.on('message', hear);
      worker.on('error', lost);
      worker.on('exit', lost);
      signal?.addEventListener('abort', leave, { once: true });
      ends.signal.addEventListener('abort', () => {
        clearTimeout(timer);
        signal?.removeEventListener('abort', leave);
        worker.off('message', hear);
        worker.off('error', lost);
        worker.off('exit', lost);
      });
      worker.ref();
      say({ job, known });
    });
  } catch (error) {
    worker.on('error', () => undefined);
    void worker.terminate();
    throw error;
  } finally {
    ends.abort();
  }
}
