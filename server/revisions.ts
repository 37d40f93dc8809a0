import { eq, sql, type SQL } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { Problem } from './problem';

/** As many as the database counts. */
const MOST_REVISIONS = 2 ** 31 - 1;

/** The revision that a change is made of; `none` where what the request names can be none, so that it is never the present one. */
export type Revision = number | 'none';

/**
 * The revision that a change is made of. Whatever else `If-Match` holds (a list, `*`, words) names no revision that anything
 * here has. @throws Problem 428 where the request has no `If-Match` at all
 */
export function revisionIn(request: Request): Revision {
  const named = request.headers.get('if-match');
  if (named === null)
    throw new Problem(428, 'Which revision?', 'Send the revision that you change as If-Match.', [
      { path: 'If-Match', message: 'the revision is needed' },
    ]);
  const match = /^(?:W\/)?"?(\d+)"?$/.exec(named.trim());
  const revision = match ? Number(match[1]) : Number.NaN;
  return revision <= MOST_REVISIONS ? revision : 'none';
}

/** Whether a row still has the revision that a change is made of. */
export const sameRevision = (column: PgColumn, revision: Revision): SQL =>
  revision === 'none' ? sql`false` : eq(column, revision);

/** An answer with its revision as ETag; a new one with its address. */
export const revised = (answer: { readonly revision: number }, location?: string): Response =>
  Response.json(answer, {
    status: location === undefined ? 200 : 201,
    headers: { etag: `"${answer.revision}"`, ...(location === undefined ? {} : { location }) },
  });
