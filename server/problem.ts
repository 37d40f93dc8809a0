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

/** A request that is no file is not larger than this, in bytes. */
const MOST_BODY = 4 * 1024 * 1024;

async function bodyText(request: Request): Promise<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let text = '';
  let bytes = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const piece = await reader?.read();
    if (!piece?.value) return text + decoder.decode();
    bytes += piece.value.length;
    if (bytes > MOST_BODY) {
      await reader?.cancel();
      throw new Problem(413, 'The request is too large', `The body of the request is larger than ${MOST_BODY} bytes.`);
    }
    text += decoder.decode(piece.value, { stream: true });
  }
}

/**
 * The JSON of a request's body.
 * @throws Problem 415 where it is not sent as JSON, 400 where it is none, 413 past the limit, 422 where it is no object
 */
export async function jsonBody(request: Request): Promise<Record<string, unknown>> {
  const type = (request.headers.get('content-type') ?? '').split(';')[0].trim().toLowerCase();
  if (type !== 'application/json')
    throw new Problem(415, 'Not JSON', 'Send the body of the request as application/json.', [
      { path: 'Content-Type', message: 'must be application/json' },
    ]);
  let value: unknown;
  try {
    value = JSON.parse(await bodyText(request));
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(400, 'Not JSON', 'The body of the request is not JSON.', [{ path: '', message: 'not JSON' }]);
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new Problem(422, 'Input is not right', 'The body must be a JSON object.', [
      { path: '', message: 'must be an object' },
    ]);
  return value as Record<string, unknown>;
}
