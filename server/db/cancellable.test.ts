import { sql } from 'drizzle-orm';
import { Pool } from 'pg';
import { cancellable } from './cancellable';

/** One connection: whoever comes next gets the one that was cancelled. */
const pool = new Pool({ connectionString: process.env.DATABASE_URL, max: 1 });
afterAll(() => pool.end());

test('a statement that is given up is cancelled, and no other one is', async () => {
  for (let round = 0; round < 12; round++) {
    const stop = new AbortController();
    const slow = cancellable(pool, sql`SELECT pg_sleep(20)`, stop.signal).then(
      () => 'done',
      () => 'cancelled',
    );
    // Sometimes before the statement has begun, sometimes in the middle of it.
    await new Promise((resolve) => setTimeout(resolve, round * 4));
    const next = cancellable(pool, sql`SELECT pg_sleep(0.03), 1 AS one`);
    stop.abort();
    expect([await slow, (await next)[0].one]).toEqual(['cancelled', 1]);
  }
}, 20_000);
