import { Line } from './line';

test('so many at a time, in order; who gives up leaves the line', async () => {
  const line = new Line<string>(2);
  const stop = new AbortController();
  let [now, most] = [0, 0];
  const done: string[] = [];
  const go = (name: string, signal?: AbortSignal) =>
    line.pass(
      name,
      async () => {
        most = Math.max(most, ++now);
        await new Promise((resolve) => setTimeout(resolve, 5));
        now--;
        done.push(name);
      },
      signal,
    );
  const all = ['a', 'b', 'c'].map((name) => go(name));
  const left = go('given up', stop.signal).catch(() => 'left');
  all.push(go('d'));
  expect([line.isFree, line.placeOf((of) => of === 'd'), line.placeOf((of) => of === 'a')]).toEqual([
    false,
    3,
    undefined,
  ]);
  stop.abort();
  expect(line.placeOf((of) => of === 'd')).toBe(2);
  await Promise.all(all);
  expect([await left, done, most, line.isFree]).toEqual(['left', ['a', 'b', 'c', 'd'], 2, true]);
});
