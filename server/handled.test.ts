import { ReadingRefusal } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { handled } from './handled';
import { Problem } from './problem';

interface Told {
  title: string;
  status: number;
  detail: string;
  errors?: unknown;
}

async function answered(error: unknown): Promise<Told & { type: string | null; answered: number }> {
  const handler = handled(() => Promise.reject(error as Error));
  const response = await handler();
  const told = (await response.json()) as Told;
  return { ...told, type: response.headers.get('content-type'), answered: response.status };
}

test('what a handler refuses is answered as problem details (RFC 9457) with its own status', async () => {
  expect(await answered(new Problem(412, 'Changed', 'Somebody was first.'))).toMatchObject({
    type: 'application/problem+json',
    answered: 412,
    status: 412,
    title: 'Changed',
    detail: 'Somebody was first.',
  });
  const errors = [{ path: 'spec.layers', message: 'needs one' }];
  expect(await answered(new InvalidInput(errors))).toMatchObject({
    status: 422,
    errors,
    detail: 'spec.layers: needs one',
  });
  expect(await answered(new ReadingRefusal('It is empty.', 'file'))).toMatchObject({
    status: 422,
    detail: 'It is empty.',
    errors: [{ path: 'file', message: 'It is empty.' }],
  });
});

test.each([
  ['ECONNREFUSED', 503],
  ['57P01', 503],
  ['40P01', 409],
  ['57014', 503],
  ['22012', 422],
])('what the database says by the code %s is told as %i', async (code, status) => {
  expect((await answered(Object.assign(new Error('of the database'), { code }))).status).toBe(status);
});

test('what nobody expected is told without its inside, and written down', async () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const told = await answered(new Error('SELECT secret FROM inside'));
  expect(told.status).toBe(500);
  expect(JSON.stringify(told)).not.toContain('secret');
  expect(log).toHaveBeenCalledTimes(1);
  log.mockRestore();
});

test('a request whose sender left is no fault', async () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const left = new AbortController();
  const handler = handled((request: Request) => {
    left.abort(new Error('gone'));
    return Promise.reject(request.signal.reason as Error);
  });
  expect((await handler(new Request('http://localhost/', { signal: left.signal }))).status).toBe(499);
  expect(log).not.toHaveBeenCalled();
  log.mockRestore();
});

test.each(['../x', 'a b', 'a%00', 'x'.repeat(65), ['a', 'b']])('%j names nothing', async (id) => {
  const handler = handled((_: Request, { params }: { params: Promise<{ id: unknown }> }) =>
    params.then(() => new Response('reached')),
  );
  const response = await handler(new Request('http://localhost/'), { params: Promise.resolve({ id }) });
  expect(response.status).toBe(404);
});

test('a name that can be one reaches its handler', async () => {
  const handler = handled((_: Request, { params }: { params: Promise<{ id: string }> }) =>
    params.then(({ id }) => new Response(id)),
  );
  const response = await handler(new Request('http://localhost/'), { params: Promise.resolve({ id: 'a-b_9' }) });
  expect(await response.text()).toBe('a-b_9');
});
