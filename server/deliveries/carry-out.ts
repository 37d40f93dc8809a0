import { eq, sql } from 'drizzle-orm';
import { InvalidInput, type Condition } from '@/core/spec';
import { conditionNow } from '../charts/condition';
import { database } from '../db/client';
import { deliveries, sendings } from '../db/schema';
import { mailRefusal, send } from '../mail/send';
import { Problem } from '../problem';
import { todayIn } from '../today';
import { deliveryOf, endSending } from './deliveries';
import { mailOf } from './mail';

/** What was not sent within this time is given up, with a record, in ms. */
export const GIVEN_UP_MS = 24 * 60 * 60 * 1000;

/** What became of a sending: it is over, or it is to be tried again. */
export type Outcome = 'over' | 'again';

const going = new Set<string>();

/**
 * Carries a sending out: looks at its condition, makes the mail, hands it over and writes down what became of it. Whoever is
 * killed on the way leaves a sending that is due; its mail has the same Message-ID when it is sent then.
 */
export async function carryOut(id: string, now = Date.now()): Promise<Outcome> {
  // Another try of the same one is on its way in this process.
  if (going.has(id)) return 'again';
  going.add(id);
  try {
    return await carried(id, now);
  } finally {
    going.delete(id);
  }
}

async function carried(id: string, now: number): Promise<Outcome> {
  const [found] = await database()
    .select({ sending: sendings, delivery: deliveries })
    .from(sendings)
    .innerJoin(deliveries, eq(sendings.delivery, deliveries.id))
    .where(eq(sendings.id, id));
  if (!found || found.sending.status !== 'due') return 'over';
  const delivery = deliveryOf(found.delivery);
  const { dueAt, message: last } = found.sending;
  if (now - dueAt.getTime() > GIVEN_UP_MS) {
    await endSending(id, 'failed', `Given up after a day. ${last ?? 'The application was not running.'}`);
    return 'over';
  }
  await database()
    .update(sendings)
    .set({ tries: sql`${sendings.tries} + 1` })
    .where(eq(sendings.id, id));
  try {
    const not = delivery.onlyIf && (await unmet(delivery.onlyIf, todayIn(delivery.every.zone, now)));
    if (not) {
      await endSending(id, 'skipped', not);
      return 'over';
    }
    // After a failure nothing is drawn before the mail server answers again.
    const sent = (last !== null && (await mailRefusal())) || (await send(await mailOf(delivery, messageId(id))));
    if (sent.ok) {
      await endSending(id, 'sent', sent.refused.length > 0 ? `Not taken for ${sent.refused.join(', ')}.` : null);
      return 'over';
    }
    if (!sent.again) {
      await endSending(id, 'failed', sent.message);
      return 'over';
    }
    await note(id, `${sent.message} It is tried again.`);
    return 'again';
  } catch (error) {
    const words = reason(error);
    if (words === undefined) {
      await note(id, 'It could not be made ready. It is tried again.');
      throw error;
    }
    await endSending(id, 'failed', words);
    return 'over';
  }
}

const messageId = (id: string) => `<${id}@up-chart.localdomain>`;

const note = (id: string, message: string) => database().update(sendings).set({ message }).where(eq(sendings.id, id));

/** Why what is to be sent cannot be, where that does not mend itself. */
function reason(error: unknown): string | undefined {
  if (error instanceof InvalidInput)
    return `It cannot be drawn any more: ${error.errors.map(({ message }) => message).join('; ')}.`;
  if (error instanceof Problem && error.status < 500) return error.detail;
  return undefined;
}

/** Why a delivery does not go out now; nothing where its condition holds. @throws where the condition cannot be looked at */
async function unmet(condition: Condition, today: string): Promise<string | undefined> {
  try {
    const { holds, says, words } = await conditionNow(condition, today);
    return holds ? undefined : `Not sent: it goes out only if ${says}, and it was ${words}.`;
  } catch (error) {
    if (error instanceof InvalidInput)
      throw new Problem(
        422,
        'No condition',
        `Not sent: its condition cannot be looked at (${error.errors.map(({ message }) => message).join('; ')}).`,
      );
    if (error instanceof Problem && error.status === 404)
      throw new Problem(422, 'No condition', `Not sent: its condition cannot be looked at (${error.detail})`);
    throw error;
  }
}
