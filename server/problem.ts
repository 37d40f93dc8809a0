import { ReadingRefusal } from '@/core/reading';
import { InvalidInput, type InputError } from '@/core/spec';

/** An error that is answered as RFC 9457 problem details. */
export class Problem extends Error {
  override readonly name = 'Problem';
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors?: readonly InputError[],
  ) {
    super(detail);
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'Not found', `There is no such ${what}. It may have been deleted.`);

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
  const code =
    (error as { code?: string; cause?: { code?: string } }).code ??
    (error as { cause?: { code?: string } }).cause?.code;
  if (code === 'ECONNREFUSED' || code === '57P01' || code === '57P03')
    return new Problem(
      503,
      'The database is not there',
      'The database does not answer. Start the application again with "npm run demo"; nothing that was saved is lost.',
    );
  console.error(error);
  return new Problem(
    500,
    'Something went wrong',
    'The server met an error that it did not expect. What you saved is safe; try again.',
  );
}

export function problemResponse(error: unknown): Response {
  const { status, title, detail, errors } = toProblem(error);
  return new Response(JSON.stringify({ type: 'about:blank', title, status, detail, ...(errors ? { errors } : {}) }), {
    status,
    headers: { 'content-type': 'application/problem+json' },
  });
}

/** Wraps a route handler so that every error is answered with problem details. */
export function handled<A extends unknown[]>(
  handler: (...args: A) => Promise<Response>,
): (...args: A) => Promise<Response> {
  return async (...args) => {
    try {
      return await handler(...args);
    } catch (error) {
      return problemResponse(error);
    }
  };
}

/** The JSON of a request's body. @throws Problem 400 where it is none. */
export async function jsonBody(request: Request): Promise<Record<string, unknown>> {
  let value: unknown;
  try {
    value = await request.json();
  } catch {
    throw new Problem(400, 'Not JSON', 'The body of the request is not JSON.', [{ path: '', message: 'not JSON' }]);
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new Problem(422, 'Input is not right', 'The body must be a JSON object.', [
      { path: '', message: 'must be an object' },
    ]);
  return value as Record<string, unknown>;
}
