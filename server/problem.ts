import type { InputError } from '@/core/spec';

/** An error that is answered as RFC 9457 problem details. */
export class Problem extends Error {
  override readonly name = 'Problem';
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors?: readonly InputError[],
    /** Further members of the problem details. */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'Not found', `There is no such ${what}. It may have been deleted.`);

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
