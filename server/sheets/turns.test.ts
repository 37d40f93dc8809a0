import { inTurn } from './turns';

const after = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

test('one change of a sheet at a time, in the order in which they came; other sheets do not wait', async () => {
  const done: string[] = [];
  const change = (sheet: string, name: string, ms: number) =>
    inTurn(sheet, 'a test', async () => {
      await after(ms);
      done.push(name);
      return name;
    });
  const failing = inTurn('a', 'a test', async () => {
    await after(20);
    throw new Error('no');
  });
  const all = [
    failing.catch(() => 'failed'),
    change('a', 'second', 10),
    change('a', 'third', 0),
    change('b', 'other', 5),
  ];
  expect(await Promise.all(all)).toEqual(['failed', 'second', 'third', 'other']);
  expect(done).toEqual(['other', 'second', 'third']);
});

test('who waits too long is told what is being done', async () => {
  jest.useFakeTimers();
  const first = inTurn('slow', 'it is being counted', () => after(200_000));
  const second = inTurn('slow', 'a test', async () => undefined).catch((error: { detail: string }) => error.detail);
  await jest.advanceTimersByTimeAsync(61_000);
  expect(await second).toMatch(/^Since \d\d:\d\d:\d\d UTC it is being counted\./);
  await jest.advanceTimersByTimeAsync(200_000);
  jest.useRealTimers();
  await first;
});
