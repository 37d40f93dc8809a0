import { fork, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ReadingRefusal } from '@/core/reading';
import { Line } from '../line';
import { Problem } from '../problem';
import { toldError, type ToldError } from '../told-errors';
import type { Job, JobResult } from './jobs';

/** Where the build puts the reader (scripts/lib/app.mjs); without it jobs run in the server's own process. */
const READER = ['.next', 'up-chart', 'reader.mjs'];
/** What a reader's heap, and all of it, may come to, in MiB. */
const HEAP_MB = 512;
const MOST_MB = 768;
/** A reader that shows no sign of life for so long is ended, in ms. */
const SILENCE_MS = 20_000;
const LOOK_MS = 500;
const PAGE = 4096;

/** Files are read two at a time; those that are small have a reader of their own, so that they need not wait for large ones. */
const LARGE = 2 * 1024 * 1024;
const LANES = { large: { readers: 2 }, small: { readers: 1 } } as const;
type LaneName = keyof typeof LANES;

/** A line of jobs before some readers. */
class Lane {
  readonly idle: Reader[] = [];
  readonly line: Line<Job>;

  constructor(readers: number) {
    this.line = new Line(readers);
  }

  run(job: Job, signal?: AbortSignal): Promise<JobResult> {
    return this.line
      .pass(job, () => runNow(job, this.idle, signal), signal)
      .catch((error: unknown) => {
        throw signal?.aborted ? stopped() : error;
      });
  }

  warm(program: string): void {
    if (this.line.isFree && !this.idle.some(({ fit }) => fit)) this.idle.push(new Reader(program));
  }
}

/** The lanes of the process, also across reloads of modules while developing. */
const held = globalThis as typeof globalThis & { upChartLanes?: Record<LaneName, Lane> };
const lanes = () =>
  (held.upChartLanes ??= { large: new Lane(LANES.large.readers), small: new Lane(LANES.small.readers) });

export const isLarge = (bytes: number): boolean => bytes >= LARGE;

const laneOf = (bytes: number): Lane => lanes()[isLarge(bytes) ? 'large' : 'small'];

/** The reader that was built; unit tests read where they are: they test what is there, not what was built. */
function programPath(): string | undefined {
  const program = path.join(/* turbopackIgnore: true */ process.cwd(), ...READER);
  return process.env.NODE_ENV !== 'test' && existsSync(program) ? program : undefined;
}

/**
 * Runs a job beside the server, in a process whose memory and silence are bounded: whatever a file does there, the server
 * goes on and the job ends with an answer. Stopping ends the process, and with its connection the transaction it was in.
 * @throws Problem 409 where it was stopped; ReadingRefusal where the file needs more than there is
 */
export function runJob(job: Job, bytes: number, signal?: AbortSignal): Promise<JobResult> {
  return laneOf(bytes).run(job, signal);
}

/** Starts a reader while a file of so many bytes arrives, where none waits. */
export function warmReader(bytes: number): void {
  const program = programPath();
  if (program) laneOf(bytes).warm(program);
}

/** The place of a sheet in the line of those that wait to be read, from 1; `undefined` where it does not wait. */
export function placeInLine(sheet: string): number | undefined {
  const { large, small } = lanes();
  const isOf = (job: Job) => job.sheet === sheet;
  return large.line.placeOf(isOf) ?? small.line.placeOf(isOf);
}

const stopped = () => new Problem(409, 'Stopped', 'Reading was stopped.');

async function runNow(job: Job, idle: Reader[], signal?: AbortSignal): Promise<JobResult> {
  const program = programPath();
  if (!program) return (await import('./jobs')).doJob(job, signal);
  const reader = fitOf(idle) ?? new Reader(program);
  const stop = () => reader.end('stopped');
  signal?.addEventListener('abort', stop);
  try {
    return await reader.run(job);
  } finally {
    signal?.removeEventListener('abort', stop);
    if (reader.fit) idle.push(reader);
    else reader.end('stopped');
  }
}

/** A reader that waits for a job and is still alive. */
function fitOf(idle: Reader[]): Reader | undefined {
  const reader = idle.pop();
  return reader === undefined || reader.fit ? reader : fitOf(idle);
}

type End = 'stopped' | 'memory' | 'silence';

const needsMore = () =>
  new ReadingRefusal(
    `This file needs more than ${MOST_MB} MB of memory to read. Split it, or save the part you need as CSV, and drop that.`,
  );
const tookTooLong = () =>
  new ReadingRefusal(
    'Reading this file came to a standstill and was given up. Save the part you need as CSV and drop that.',
  );

/** One process that reads, one job after another. */
class Reader {
  private readonly child: ChildProcess;
  private heard = Date.now();
  private ended: End | undefined;
  private gone = false;
  private large = false;

  constructor(program: string) {
    this.child = fork(/* turbopackIgnore: true */ program, [], {
      execArgv: [`--max-old-space-size=${HEAP_MB}`, '--max-semi-space-size=16'],
      serialization: 'advanced',
      // What V8 says of its own end is no line of the server's log.
      stdio: ['ignore', 'inherit', 'ignore', 'ipc'],
    });
    this.child.unref();
    this.child.channel?.unref();
    this.listen();
  }

  private listen(): void {
    for (const event of ['exit', 'error']) this.child.on(event, () => (this.gone = true));
  }

  /** Whether it can take another job. */
  get fit(): boolean {
    return !this.gone && this.ended === undefined && !this.large;
  }

  end(why: End): void {
    this.ended ??= why;
    this.child.kill('SIGKILL');
  }

  async run(job: Job): Promise<JobResult> {
    const { child } = this;
    this.heard = Date.now();
    child.ref();
    child.channel?.ref();
    const watch = this.watch();
    try {
      return await new Promise<JobResult>((resolve, reject) => {
        child.on('message', (message: { alive?: true; done?: JobResult; failed?: ToldError }) => {
          this.heard = Date.now();
          if (message.failed) reject(toldError(message.failed));
          else if (message.done) resolve(message.done);
        });
        child.once('exit', (code, signal) => reject(this.reason(code, signal)));
        child.once('error', reject);
        if (!child.connected) reject(this.reason(null, null));
        else child.send(job, (error) => error && reject(this.reason(null, null)));
      });
    } finally {
      clearInterval(watch);
      this.large = this.megabytes() > MOST_MB / 2;
      for (const event of ['message', 'error', 'exit']) child.removeAllListeners(event);
      this.listen();
      child.unref();
      child.channel?.unref();
    }
  }

  /** Why it ended: SIGABRT is V8's own end for want of memory. */
  private reason(code: number | null, signal: NodeJS.Signals | null): Error {
    if (this.ended === 'stopped') return stopped();
    if (this.ended === 'silence') return tookTooLong();
    if (this.ended === 'memory' || signal === 'SIGABRT' || code === 134) return needsMore();
    return new ReadingRefusal(
      'Reading this file ended before its time. Drop it again; if that does not help, save it as CSV and drop that.',
    );
  }

  private watch(): NodeJS.Timeout {
    let silent = 0;
    return setInterval(() => {
      // Silence counts only where the server itself was awake to hear.
      silent = Date.now() - this.heard > SILENCE_MS ? silent + 1 : 0;
      if (silent > 2) this.end('silence');
      else if (this.megabytes() > MOST_MB) this.end('memory');
    }, LOOK_MS);
  }

  /** The memory that it holds, as Linux tells it; 0 where that cannot be known. */
  private megabytes(): number {
    try {
      const pages = readFileSync(`/proc/${this.child.pid}/statm`, 'utf8').split(' ')[1];
      return (Number(pages) * PAGE) / 1024 / 1024;
    } catch {
      return 0;
    }
  }
}
