import { and, eq, isNotNull, lte, sql } from 'drizzle-orm';
import { nextAfter, type Delivery } from '@/core/deliveries';
import { database } from '../db/client';
import { deliveries, sendings } from '../db/schema';
import { newId } from '../ids';
import { isDatabaseAway } from '../db/error';
import { DATABASE, noteAway } from '../outage';
import { Problem } from '../problem';
import { carryOut } from './carry-out';
import { checkThere } from './deliveries';

/** How often it is looked what is due, in ms. */
const LOOK_MS = 1_000;
/** A sending that did not work is tried again after so many seconds, then after twice as many each time, up to the longest. */
const AGAIN_S = 20;
const LONGEST_S = 120;
/** So many are tried side by side. */
const TOGETHER = 8;
/** Who carries a sending out holds it for so long, and renews it meanwhile: after a kill another one takes it over. */
const HELD_S = 20;
const RENEW_MS = 5_000;

/** This process among those that carry out. */
const HOLDER = newId();

/** Whether this process sends already, also across reloads of modules while developing. */
const held = globalThis as typeof globalThis & { upChartDelivering?: true };

/**
 * Sends what falls due, from now on and for good: once a second what fell due is written down, and what is written down and
 * held by nobody is carried out. A database or a mail server that is away is found again by the next look.
 */
export function keepDelivering(): void {
  if (held.upChartDelivering) return;
  held.upChartDelivering = true;
  const look = async () => {
    try {
      await fallDue(Date.now());
      await carryOutDue();
    } catch (error) {
      if (isDatabaseAway(error)) noteAway(DATABASE, error);
      else console.error('Deliveries:', error);
    }
    setTimeout(() => void look(), LOOK_MS).unref();
  };
  void look();
}

/**
 * Writes down what fell due, and when each delivery falls due next, in one transaction: whoever is killed before or after it
 * loses nothing and sends nothing twice. What fell due while the application did not run goes out once. A delivery of a chart
 * or board that was deleted is recorded as failed once and rests until that is brought back (`resumeDeliveries`). Answers the
 * sendings.
 */
export async function fallDue(now: number): Promise<string[]> {
  return database().transaction(async (within) => {
    const due = await within
      .select()
      .from(deliveries)
      .where(and(eq(deliveries.paused, false), isNotNull(deliveries.nextAt), lte(deliveries.nextAt, new Date(now))))
      .for('update', { skipLocked: true });
    const ids: string[] = [];
    for (const { id, what, said, nextAt } of due) {
      const gone = await goneBy(what);
      const [sending] = await within
        .insert(sendings)
        .values({
          id: newId(),
          delivery: id,
          dueAt: nextAt ?? new Date(now),
          ...(gone ? { status: 'failed' as const, message: gone, endedAt: new Date(now) } : {}),
        })
        .onConflictDoNothing()
        .returning({ id: sendings.id });
      if (sending && !gone) ids.push(sending.id);
      await within
        .update(deliveries)
        .set({ nextAt: gone ? null : new Date(nextAfter(said.every, now)) })
        .where(eq(deliveries.id, id));
    }
    return ids;
  });
}

/** Why what a delivery sends is not there any more; nothing where it is. */
async function goneBy(what: Delivery['what']): Promise<string | undefined> {
  try {
    await checkThere(what);
    return undefined;
  } catch (error) {
    if (!(error instanceof Problem && error.status === 404)) throw error;
    const thing = 'chart' in what ? 'chart' : 'board';
    return `There is no such ${thing} any more: it was deleted. The delivery rests until the ${thing} is brought back.`;
  }
}

/** Carries out what is due, may be tried by now and is held by nobody, as many side by side as may be. */
async function carryOutDue(): Promise<void> {
  for (;;) {
    const taken = await take(TOGETHER);
    if (taken.length === 0) return;
    await Promise.all(taken.map(tried));
  }
}

/** Takes hold of sendings that are due, the oldest first. Answers their ids. */
async function take(most: number): Promise<string[]> {
  const { rows } = await database().execute<{ id: string }>(sql`
    UPDATE sendings SET held_by = ${HOLDER}, held_until = now() + ${`${HELD_S} seconds`}::interval
    WHERE id IN (
      SELECT id FROM sendings
      WHERE status = 'due' AND try_at <= now() AND (held_until IS NULL OR held_until < now())
      ORDER BY due_at LIMIT ${most} FOR UPDATE SKIP LOCKED)
    RETURNING id`);
  return rows.map(({ id }) => id);
}

/** Tries a sending that is held; what did not work is put back for later. */
async function tried(id: string): Promise<void> {
  const renewing = setInterval(
    () => void hold(id, sql`now() + ${`${HELD_S} seconds`}::interval`).catch(() => undefined),
    RENEW_MS,
  );
  try {
    const outcome = await carryOut(id).catch((error: unknown) => {
      console.error('A delivery could not be made ready:', error);
      return 'again' as const;
    });
    if (outcome === 'again') await putBack(id);
  } finally {
    clearInterval(renewing);
    await hold(id, sql`NULL`).catch(() => undefined);
  }
}

const hold = (id: string, until: ReturnType<typeof sql>) =>
  database().execute(sql`UPDATE sendings SET held_until = ${until} WHERE id = ${id} AND held_by = ${HOLDER}`);

/** A sending is tried again after a while that doubles with each try. */
const putBack = (id: string) =>
  database().execute(sql`
    UPDATE sendings
    SET try_at = now() + make_interval(secs => least(${AGAIN_S} * power(2, least(greatest(tries - 1, 0), 10)), ${LONGEST_S}))
    WHERE id = ${id} AND status = 'due'`);

/** Sends a delivery now, also one that is paused; its condition holds. What does not work at once is tried again. @throws Problem 404, 409 */
export async function sendNow(delivery: string): Promise<void> {
  const [sending] = await database()
    .insert(sendings)
    .values({
      id: newId(),
      delivery,
      dueAt: new Date(),
      now: true,
      heldBy: HOLDER,
      heldUntil: sql`now() + ${`${HELD_S} seconds`}::interval`,
    })
    .onConflictDoNothing()
    .returning({ id: sendings.id });
  if (!sending) throw new Problem(409, 'It is being sent', 'This delivery is being sent this very moment.');
  await tried(sending.id);
}
