import { eventStream } from './events';

async function read(response: Response, pieces: number): Promise<string> {
  const reader = response.body?.getReader();
  if (!reader) throw new Error('no body');
  const decoder = new TextDecoder();
  let text = '';
  for (let i = 0; i < pieces; i++) {
    const { value, done } = await reader.read();
    if (done) break;
    text += decoder.decode(value, { stream: true });
  }
  reader.releaseLock();
  return text;
}

test('events are written as the standard has them, until their reader leaves', async () => {
  const leaves = new AbortController();
  const stop = jest.fn();
  let send: (event: string, data: unknown) => void = () => undefined;
  const response = eventStream(leaves.signal, (one) => {
    send = one;
    return stop;
  });
  expect(response.headers.get('content-type')).toMatch(/^text\/event-stream/);
  send('changed', { tiles: ['a'], words: 'two\nlines' });
  // WHATWG HTML, 9.2.6: a field a line, a blank line ends an event; a line break within data would end its field.
  expect(await read(response, 2)).toBe(
    'retry: 2000\n\nevent: changed\ndata: {"tiles":["a"],"words":"two\\nlines"}\n\n',
  );
  expect(stop).not.toHaveBeenCalled();
  leaves.abort();
  leaves.abort();
  expect(stop).toHaveBeenCalledTimes(1);
  // What is told after that goes nowhere, and breaks nothing.
  send('changed', {});
  expect(stop).toHaveBeenCalledTimes(1);
});

test('who left before it began ends it at once; who lets the answer go does too', async () => {
  const stop = jest.fn();
  const gone = new AbortController();
  gone.abort();
  eventStream(gone.signal, () => stop);
  expect(stop).toHaveBeenCalledTimes(1);
  const response = eventStream(new AbortController().signal, () => stop);
  await response.body?.cancel();
  expect(stop).toHaveBeenCalledTimes(2);
});

test('a quiet line says that it is still there', async () => {
  jest.useFakeTimers();
  try {
    const response = eventStream(new AbortController().signal, () => () => undefined);
    jest.advanceTimersByTime(15_000);
    expect(await read(response, 2)).toBe('retry: 2000\n\n: still here\n\n');
    await response.body?.cancel();
  } finally {
    jest.useRealTimers();
  }
});
