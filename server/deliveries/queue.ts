import PgBoss from 'pg-boss';
import { and, eq, isNotNull, lte, sql } from 'drizzle-orm';
import { nextAfter } from '@/core/deliveries';
import { database } from '../db/client';
import { deliveries, sendings } from '../db/schema';
import { newId } from '../ids';
import { Problem } from '../problem';
import { carryOut } from './carry-out';
import { dueSendings } from './deliveries';

const QUEUE = 'sending';
/** How often it is looked what is due, in ms. */
const LOOK_MS = 10_000;
/** A sending that did not work is tried again after so many seconds, and then after twice as many each time, up to half an hour. */
const AGAIN_S = 20;
const LONGEST_S = 1_800;
/** So many are tried side by side. */
const TOGETHER = 8;
/** A try is given up after so many seconds. */
const TRY_S = 120;

interface Held {
  readonly boss: PgBoss;
  readonly timer: NodeJS.Timeout;
}
const held = globalThis as typeof globalThis & { upChartDeliveries?: Promise<Held> };

interface Job {
  readonly sending: string;
  readonly tries: number;
}

/**
 * Begins to send what falls due: jobs stand in PostgreSQL (pg-boss). Sendings are the truth, and jobs of an earlier run of the
 * application are made anew from them, so that whatever was cut short goes on at once.
 */
export function keepDelivering(): Promise<void> {
  held.upChartDeliveries ??= begin();
  return held.upChartDeliveries.then(() => undefined);
}

async function begin(): Promise<Held> {
  const boss = new PgBoss({
    connectionString: process.env.DATABASE_URL ?? '',
    schema: 'jobs',
    max: 3,
    maintenanceIntervalSeconds: 300,
    archiveCompletedAfterSeconds: 3_600,
    deleteAfterDays: 2,
  });
  boss.on('error', (error) => console.error('Deliveries:', error.message));
  await boss.start();
  await boss.createQueue(QUEUE).catch(() => undefined);
  await database().execute(sql`DELETE FROM jobs.job WHERE name = ${QUEUE}`);
  for (const { id } of await dueSendings()) await put(boss, { sending: id, tries: 0 }, 0);
  await boss.work<Job>(QUEUE, { pollingIntervalSeconds: 0.5, batchSize: TOGETHER }, async (jobs) => {
    await Promise.all(jobs.map(({ data }) => tried(boss, data)));
  });
  const look = () =>
    lookForDue(Date.now()).catch((error: unknown) => console.error('Deliveries:', (error as Error).message));
  await look();
  return { boss, timer: setInterval(() => void look(), LOOK_MS).unref() };
}

/** Tries a sending; what did not work is put back for later. */
async function tried(boss: PgBoss, job: Job): Promise<void> {
  const outcome = await carryOut(job.sending).catch((error: unknown) => {
    console.error('A delivery could not be made ready:', error);
    return 'again' as const;
  });
  if (outcome === 'again')
    await put(boss, { ...job, tries: job.tries + 1 }, Math.min(AGAIN_S * 2 ** job.tries, LONGEST_S));
}

const put = (boss: PgBoss, job: Job, inSeconds: number) =>
  boss.send(QUEUE, job, { startAfter: inSeconds, retryLimit: 3, retryDelay: AGAIN_S, expireInSeconds: TRY_S });

/**
 * Writes down what fell due, and when each delivery falls due next, in one transaction: whoever is killed before or after it
 * loses nothing and sends nothing twice. What fell due while the application did not run goes out once. Answers the sendings.
 */
export async function fallDue(now: number): Promise<string[]> {
  return database().transaction(async (within) => {
    const due = await within
      .select()
      .from(deliveries)
      .where(and(eq(deliveries.paused, false), isNotNull(deliveries.nextAt), lte(deliveries.nextAt, new Date(now))))
      .for('update', { skipLocked: true });
    const ids: string[] = [];
    for (const { id, said, nextAt } of due) {
      const [sending] = await within
        .insert(sendings)
        .values({ id: newId(), delivery: id, dueAt: nextAt ?? new Date(now) })
        .onConflictDoNothing()
        .returning({ id: sendings.id });
      if (sending) ids.push(sending.id);
      await within
        .update(deliveries)
        .set({ nextAt: new Date(nextAfter(said.every, now)) })
        .where(eq(deliveries.id, id));
    }
    return ids;
  });
}

async function lookForDue(now: number): Promise<void> {
  const ids = await fallDue(now);
  const { boss } = (await held.upChartDeliveries) ?? {};
  if (boss) for (const id of ids) await put(boss, { sending: id, tries: 0 }, 0);
}

/** Sends a delivery now, also one that is paused; its condition holds. What does not work at once is left to the queue. @throws Problem 404 */
export async function sendNow(delivery: string): Promise<void> {
  const [sending] = await database()
    .insert(sendings)
    .values({ id: newId(), delivery, dueAt: new Date(), now: true })
    .onConflictDoNothing()
    .returning({ id: sendings.id });
  if (!sending) throw new Problem(409, 'It is being sent', 'This delivery is being sent this very moment.');
  const outcome = await carryOut(sending.id).catch((error: unknown) => {
    console.error('A delivery could not be made ready:', error);
    return 'again' as const;
  });
  if (outcome === 'over') return;
  const { boss } = (await held.upChartDeliveries) ?? {};
  if (boss) await put(boss, { sending: sending.id, tries: 1 }, AGAIN_S);
}
