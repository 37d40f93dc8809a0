import { Problem } from './problem';

/** As many as the database counts. */
const MOST_REVISIONS = 2 ** 31 - 1;

/** The revision that a change is made of. @throws Problem 428 where the request names none */
export function revisionIn(request: Request): number {
  const match = /^(?:W\/)?"?(\d+)"?$/.exec(request.headers.get('if-match') ?? '');
  if (!match)
    throw new Problem(428, 'Which revision?', 'Send the revision that you change as If-Match.', [
      { path: 'If-Match', message: 'the revision is needed' },
    ]);
  return Math.min(Number(match[1]), MOST_REVISIONS);
}

/** An answer with its revision as ETag; a new one with its address. */
export const revised = (answer: { readonly revision: number }, location?: string): Response =>
  Response.json(answer, {
    status: location === undefined ? 200 : 201,
    headers: { etag: `"${answer.revision}"`, ...(location === undefined ? {} : { location }) },
  });
