import { isDeepStrictEqual } from 'node:util';
import type { SavedDelivery } from '@/core/api';
import { and, desc, eq, getTableColumns, inArray, isNotNull, isNull, lt, lte, ne, or, sql } from 'drizzle-orm';
import { nextAfter, type Delivery } from '@/core/deliveries';
import { InvalidInput } from '@/core/spec';
import { boardRow } from '../boards/boards';
import { chartRow } from '../charts/charts';
import { checkCondition } from '../charts/condition';
import { database } from '../db/client';
import { deliveries, sendings } from '../db/schema';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { sameRevision, type Revision } from '../revisions';

export type DeliveryRow = typeof deliveries.$inferSelect;

/** How long a sending is on record. */
const RECORDED_FOR = '2 years';
/** So many of the last sendings are told. */
const TOLD = 50;

export const deliveryOf = ({ what, said, paused }: DeliveryRow): Delivery => ({
  what,
  ...said,
  ...(paused ? { paused } : {}),
});

/** The last sendings of each delivery, the newest first. */
async function sentOf(ids: readonly string[]): Promise<Map<string, SavedDelivery['sent']>> {
  const found = new Map<string, SavedDelivery['sent']>();
  if (ids.length === 0) return found;
  const ranked = database()
    .select({
      ...getTableColumns(sendings),
      place: sql<number>`row_number() OVER (PARTITION BY ${sendings.delivery} ORDER BY ${sendings.dueAt} DESC)`.as(
        'place',
      ),
    })
    .from(sendings)
    // What is still to be sent is told once it did not work at the first try.
    .where(and(inArray(sendings.delivery, [...ids]), or(ne(sendings.status, 'due'), isNotNull(sendings.message))))
    .as('ranked');
  const rows = await database().select().from(ranked).where(lte(ranked.place, TOLD)).orderBy(desc(ranked.dueAt));
  for (const { delivery, status, endedAt, dueAt, message } of rows) {
    const told = found.get(delivery) ?? [];
    told.push({
      at: (endedAt ?? dueAt).toISOString(),
      ok: status === 'sent',
      ...(message === null ? {} : { message }),
    });
    found.set(delivery, told);
  }
  return found;
}

/** Takes away the records of sendings that ended so long ago that nobody asks for them. Answers how many went. */
export async function purgeSendings(): Promise<number> {
  const gone = await database()
    .delete(sendings)
    .where(and(ne(sendings.status, 'due'), lt(sendings.endedAt, sql`now() - ${RECORDED_FOR}::interval`)))
    .returning({ id: sendings.id });
  return gone.length;
}

const answerOf = (row: DeliveryRow, sent: SavedDelivery['sent'] = []): SavedDelivery => ({
  id: row.id,
  ...deliveryOf(row),
  paused: row.paused,
  nextAt: row.nextAt?.toISOString() ?? null,
  sent,
  revision: row.revision,
});

export async function deliveryAnswer(row: DeliveryRow): Promise<SavedDelivery> {
  return answerOf(row, (await sentOf([row.id])).get(row.id));
}

/** All deliveries, or those of a chart or a board, the last made first. */
export async function listDeliveries(of?: string): Promise<SavedDelivery[]> {
  const rows = await database()
    .select()
    .from(deliveries)
    .where(
      of === undefined
        ? undefined
        : sql`${deliveries.what} ->> 'chart' = ${of} OR ${deliveries.what} ->> 'board' = ${of}`,
    )
    .orderBy(desc(deliveries.createdAt));
  const sent = await sentOf(rows.map(({ id }) => id));
  return rows.map((row) => answerOf(row, sent.get(row.id)));
}

/** @throws Problem 404 */
export async function deliveryRow(id: string): Promise<DeliveryRow> {
  const [row] = await database().select().from(deliveries).where(eq(deliveries.id, id));
  if (!row) throw notFound('delivery');
  return row;
}

/** Whether what is to be sent is there. @throws Problem 404 */
export async function checkThere(what: Delivery['what']): Promise<void> {
  await ('chart' in what ? chartRow(what.chart) : boardRow(what.board));
}

/** Whether what a delivery names newly is there: an old one can be changed also where something of it is gone. @throws InvalidInput */
async function check({ what, onlyIf }: Delivery, before?: Delivery): Promise<void> {
  if (!isDeepStrictEqual(what, before?.what))
    await checkThere(what).catch((error: unknown) => {
      if (error instanceof Problem && error.status === 404)
        throw new InvalidInput([{ path: 'what', message: `there is no such ${'chart' in what ? 'chart' : 'board'}` }]);
      throw error;
    });
  if (!onlyIf || isDeepStrictEqual(onlyIf, before?.onlyIf)) return;
  await checkCondition(onlyIf, 'onlyIf');
}

const parts = (delivery: Delivery, now: number) => {
  const { what, paused = false, ...said } = delivery;
  return { what, said, paused, nextAt: paused ? null : new Date(nextAfter(delivery.every, now)) };
};

export async function saveDelivery(delivery: Delivery, now = Date.now()): Promise<DeliveryRow> {
  await check(delivery);
  const [row] = await database()
    .insert(deliveries)
    .values({ id: newId(), ...parts(delivery, now) })
    .returning();
  return row;
}

/** Replaces a delivery that still has the revision its maker saw. @throws Problem 404, 412, InvalidInput */
export async function replaceDelivery(
  id: string,
  delivery: Delivery,
  revision: Revision,
  now = Date.now(),
): Promise<DeliveryRow> {
  const before = await deliveryRow(id);
  await check(delivery, deliveryOf(before));
  const rests = !before.paused && before.nextAt === null;
  const [row] = await database()
    .update(deliveries)
    .set({
      ...parts(delivery, now),
      ...(rests ? { nextAt: null } : {}),
      revision: sql`${deliveries.revision} + 1`,
      updatedAt: new Date(),
    })
    .where(and(eq(deliveries.id, id), sameRevision(deliveries.revision, revision)))
    .returning();
  if (row) return row;
  throw new Problem(
    412,
    'The delivery has changed',
    'This delivery was changed somewhere else since you opened it. Open it again; what is there now is kept.',
  );
}

export async function deleteDelivery(id: string): Promise<void> {
  const gone = await database().delete(deliveries).where(eq(deliveries.id, id)).returning({ id: deliveries.id });
  if (gone.length === 0) throw notFound('delivery');
}

const sends = (ids: readonly string[]) =>
  or(inArray(sql`${deliveries.what} ->> 'chart'`, [...ids]), inArray(sql`${deliveries.what} ->> 'board'`, [...ids]));

/** Lets the deliveries of charts and boards that were brought back fall due again. */
export async function resumeDeliveries(ids: readonly string[], now = Date.now()): Promise<void> {
  if (ids.length === 0) return;
  const resting = await database()
    .select()
    .from(deliveries)
    .where(and(sends(ids), eq(deliveries.paused, false), isNull(deliveries.nextAt)));
  for (const { id, said } of resting)
    await database()
      .update(deliveries)
      .set({ nextAt: new Date(nextAfter(said.every, now)) })
      .where(and(eq(deliveries.id, id), isNull(deliveries.nextAt)));
}

/** Deletes the deliveries of charts and boards that were deleted for good. */
export async function purgeDeliveries(ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await database().delete(deliveries).where(sends(ids));
}

/** What was decided of a sending is written once: the first word stands. */
export async function endSending(
  id: string,
  status: 'sent' | 'skipped' | 'failed',
  message: string | null,
): Promise<void> {
  await database()
    .update(sendings)
    .set({ status, message, endedAt: new Date() })
    .where(and(eq(sendings.id, id), ne(sendings.status, 'sent')));
}
