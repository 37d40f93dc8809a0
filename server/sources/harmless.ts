import type { PoolClient } from 'pg';
import { Problem } from '../problem';
import { namedIn } from './select-text';

/** Functions that answer differently each time, and do nothing else. */
const HARMLESS = new Set([
  'random',
  'clock_timestamp',
  'timeofday',
  'gen_random_uuid',
  'random_normal',
  'uuidv4',
  'uuidv7',
]);
/** The functions of PostgreSQL itself have lower numbers (pg_proc.dat); what came later someone made. */
const FIRST_OWN_OID = 16_384;

/**
 * Lets a SELECT of a user run only where it names no function that could do more than compute: those of PostgreSQL itself
 * that are not volatile (`pg_proc.provolatile`), and a few that are and are harmless. What views do inside is the
 * database's own.
 * @throws Problem 422 naming the function
 */
export async function refuseHarmful(client: PoolClient, select: string): Promise<void> {
  const { calls, operators, unclear } = namedIn(select);
  if (unclear) throw notRun(`This SELECT holds ${unclear}, which cannot be looked through. Write it without them.`);
  const { rows } = await client.query<{ name: string; schema: string; own: boolean; volatile: boolean; seen: boolean }>(
    `SELECT p.proname::text AS name, n.nspname::text AS schema, p.oid < $2 AND n.nspname = 'pg_catalog' AS own,
       p.provolatile = 'v' AS volatile, pg_function_is_visible(p.oid) AS seen
     FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace WHERE p.proname = ANY($1)`,
    [[...new Set(calls.map(({ name }) => name))], FIRST_OWN_OID],
  );
  for (const { name, schema } of calls) {
    const meant = rows.filter((row) => row.name === name && (schema === undefined ? row.seen : row.schema === schema));
    const bad = meant.find(({ own, volatile }) => !own || (volatile && !HARMLESS.has(name)));
    if (bad)
      throw notRun(
        bad.own
          ? `The function ${name} can do more than compute, and is not run here. Leave it out.`
          : `The function ${bad.schema}.${name} is not one of PostgreSQL's own, and is not run here. Put it into a view, and open that.`,
      );
  }
  const { rows: made } = await client.query<{ sign: string }>(
    `SELECT o.oprname::text AS sign FROM pg_operator o JOIN pg_proc p ON p.oid = o.oprcode
     WHERE o.oprname = ANY($1) AND o.oid >= $2 AND p.provolatile = 'v' LIMIT 1`,
    [operators, FIRST_OWN_OID],
  );
  if (made[0])
    throw notRun(
      `The operator ${made[0].sign} is not one of PostgreSQL's own, and is not run here. Put it into a view, and open that.`,
    );
}

const notRun = (message: string) => new Problem(422, 'Not run here', message, [{ path: 'query', message }]);
