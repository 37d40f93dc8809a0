import type { Job } from './jobs';
import { doJob } from './jobs';
import { tellable } from '../told-errors';

/** The other side of `readers.ts`: does one job after another with a connection of its own, and says how each went. */
process.on('message', (job: Job) => void run(job));
/** Without its server nobody waits for what it does. */
process.on('disconnect', () => process.exit(0));

const ALIVE_MS = 1_000;

async function run(job: Job): Promise<void> {
  const alive = setInterval(() => process.send?.({ alive: true }), ALIVE_MS);
  try {
    process.send?.({ done: await doJob(job) });
  } catch (error) {
    process.send?.({ failed: tellable(error) });
  } finally {
    clearInterval(alive);
  }
}
