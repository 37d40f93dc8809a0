import { ReadingRefusal } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { Problem } from './problem';

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
  const { status, title, detail, errors, more } = toProblem(error);
  return new Response(
    JSON.stringify({ type: 'about:blank', title, status, detail, ...(errors ? { errors } : {}), ...more }),
    {
      status,
      headers: { 'content-type': 'application/problem+json' },
    },
  );
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
