import { and, eq, isNotNull, lt, sql } from 'drizzle-orm';
import { database } from '../db/client';
import { deletedSheets, sheets } from '../db/schema';
import { purgeSendings } from '../deliveries/deliveries';
import { purgeDeleted } from '../desk/deleted';
import { purgeOutbox } from '../mail/outbox';
import { deleteForsaken } from './deleting';
import { sweepFiles } from './received-files';
import { isBeingRead } from './running';
import { keptTableName, SHEETS_SCHEMA, tableOf } from './tables';

/** A newer file that was read and not taken within this time is not waited for any more. */
const STAGED_FOR = '1 hour';
/** What is remembered of deleted sheets is remembered for so long. */
const REMEMBERED_FOR = '1 year';

const INTERRUPTED = 'Reading was interrupted when the application stopped. Try again, or drop the file again.';

/** What a sweep took away. */
export interface Swept {
  readonly interrupted: number;
  readonly staged: number;
  readonly tables: number;
  readonly files: number;
  /** What was deleted long enough ago. */
  readonly deleted: number;
  /** Messages that the mail stand-in took in, and records of sendings, that are old. */
  readonly messages: number;
  readonly sendings: number;
}

/**
 * Puts things in order: sheets that nobody reads any more say so and can be tried again (what they had begun was never
 * committed); newer files that were not taken, tables and received files that belong to no sheet go.
 * @param starting nothing of an earlier run of the application is waited for
 */
export async function sweep(starting = false): Promise<Swept> {
  const reading = await database().select({ id: sheets.id }).from(sheets).where(eq(sheets.status, 'reading'));
  const forsaken = reading.filter(({ id }) => !isBeingRead(id));
  for (const { id } of forsaken)
    await database()
      .update(sheets)
      .set({ status: 'failed', error: INTERRUPTED })
      .where(and(eq(sheets.id, id), eq(sheets.status, 'reading')));
  const old = starting ? undefined : lt(sheets.createdAt, sql`now() - ${STAGED_FOR}::interval`);
  const staged = await database()
    .select({ id: sheets.id })
    .from(sheets)
    .where(and(isNotNull(sheets.stagedFor), old));
  for (const { id } of staged) await deleteForsaken(id);
  await database()
    .delete(deletedSheets)
    .where(lt(deletedSheets.deletedAt, sql`now() - ${REMEMBERED_FOR}::interval`));
  return {
    interrupted: forsaken.length,
    staged: staged.length,
    tables: await sweepTables(),
    files: await sweepFiles(starting),
    deleted: await purgeDeleted(),
    messages: await purgeOutbox(),
    sendings: await purgeSendings(),
  };
}

/** Drops the tables of rows that no sheet names. Those of a reading that goes on are not seen before it is through. */
async function sweepTables(): Promise<number> {
  const { rows } = await database().execute<{ name: string }>(
    sql`SELECT tablename AS name FROM pg_tables WHERE schemaname = ${SHEETS_SCHEMA} ORDER BY 1`,
  );
  let dropped = 0;
  for (const { name } of rows)
    dropped += await database().transaction(async (within) => {
      const own = name.startsWith('k_') ? `s_${name.slice(2)}` : name;
      const [named] = await within
        .select({ kept: sheets.keptSums })
        .from(sheets)
        .where(eq(sheets.tableName, own))
        .for('update');
      if (named && (name === own || named.kept?.table === keptTableName(own))) return 0;
      await within.execute(sql`DROP TABLE IF EXISTS ${tableOf(name)}`);
      return 1;
    });
  return dropped;
}

const HOUR_MS = 60 * 60 * 1000;
const held = globalThis as typeof globalThis & { upChartSweeping?: NodeJS.Timeout };

/** Sweeps now and every hour, and says what went. */
export async function keepSweeping(): Promise<void> {
  const tell = async (starting: boolean) => {
    const went = Object.entries(await sweep(starting)).filter(([, count]) => count > 0);
    if (went.length > 0) console.info(`Swept: ${went.map(([what, count]) => `${count} ${what}`).join(', ')}.`);
  };
  await tell(true);
  clearInterval(held.upChartSweeping);
  held.upChartSweeping = setInterval(
    () => void tell(false).catch((error: unknown) => console.error('Sweeping did not work:', error)),
    HOUR_MS,
  ).unref();
}
