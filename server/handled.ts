import { ReadingRefusal } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { databaseError, isDatabaseAway } from './db/error';
import { DATABASE, noteAway } from './outage';
import { Problem } from './problem';

/** What our own database says of a request, in words; `undefined` where the fault is ours. Codes: PostgreSQL's manual, appendix A. */
function ofDatabase(error: unknown): Problem | undefined {
  const { code, message } = databaseError(error) ?? {};
  if (isDatabaseAway(error)) {
    noteAway(DATABASE, databaseError(error));
    return new Problem(
      503,
      'The database is not there',
      'The database does not answer at present. Nothing that was saved is lost; try again in a moment.',
    );
  }
  if (code === '42P01' || code === '40001' || code === '40P01' || code === '55P03')
    return new Problem(409, 'Changed meanwhile', 'The sheet was changed while it was asked. Ask again.');
  if (code === '57014')
    return new Problem(503, 'It took too long', 'The database gave the question up. Ask for less, or try again.');
  if (code?.startsWith('22') || code?.startsWith('54'))
    return new Problem(422, 'This cannot be computed', `The database cannot compute this: ${message}.`);
  return undefined;
}

function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof InvalidInput)
    return new Problem(
      422,
      'Input is not right',
      error.errors.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('. '),
      error.errors,
    );
  if (error instanceof ReadingRefusal)
    return new Problem(422, 'The file could not be read', error.message, [
      { path: error.path, message: error.message },
    ]);
  const told = ofDatabase(error);
  if (told) return told;
  console.error(error);
  return new Problem(
    500,
    'Something went wrong',
    'The server met an error that it did not expect. What you saved is safe; try again.',
  );
}

/** What is not there for a while is asked for again after so long, in seconds. */
const RETRY_AFTER_S = 5;

export function problemResponse(error: unknown): Response {
  const { status, title, detail, errors, more } = toProblem(error);
  return new Response(
    JSON.stringify({ type: 'about:blank', title, status, detail, ...(errors ? { errors } : {}), ...more }),
    {
      status,
      headers: {
        'content-type': 'application/problem+json',
        ...(status === 503 ? { 'retry-after': String(RETRY_AFTER_S) } : {}),
      },
    },
  );
}

/** How ids and keys are written; anything else is the name of nothing. */
const NAME = /^[\w-]{1,64}$/;

/** @throws Problem 404 where a part of the address can be no name of anything */
async function checkNames(context: unknown): Promise<void> {
  const { params } = (context ?? {}) as { params?: Promise<Record<string, unknown>> };
  for (const name of Object.values((await params) ?? {}))
    if (typeof name !== 'string' || !NAME.test(name))
      throw new Problem(404, 'Not found', 'The address names nothing that is here.');
}

/** What no client sees: nginx's number for one that left, common practice, no source. */
const GONE = () => new Response(null, { status: 499 });

/** Wraps a route handler so that every error is answered with problem details. */
export function handled<A extends unknown[]>(
  handler: (...args: A) => Promise<Response>,
): (...args: A) => Promise<Response> {
  return async (...args) => {
    try {
      await checkNames(args[1]);
      return await handler(...args);
    } catch (error) {
      const [request] = args;
      // Nobody waits for the answer any more; it is no fault that what was asked was given up.
      if (request instanceof Request && request.signal.aborted && error === request.signal.reason) return GONE();
      return problemResponse(error);
    }
  };
}
