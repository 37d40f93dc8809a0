/** @jest-environment-options {"url": "http://localhost"} */
import type { ChartSpec } from '@/core/spec';

/** As much of a browser as the store needs: it is loaded after this is there. */
const kept = new Map<string, string>();
beforeAll(() => {
  Object.assign(globalThis, {
    window: globalThis,
    localStorage: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => kept.set(name, value),
      removeItem: (name: string) => kept.delete(name),
    },
    addEventListener: () => undefined,
  });
});

const spec = (title: string): ChartSpec => ({
  version: 1,
  sheet: 's',
  across: { as: 'group', column: 'c1' },
  layers: [{ id: 'l1', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: { title },
});
const written = () => new Promise((resolve) => setTimeout(resolve, 400));

test('what was undone stays undone after a reload, and can be done again', async () => {
  const { createWorkStore } = await import('./store');
  const open = () => createWorkStore('up-chart:new:s', { picks: ['c1'], spec: spec('first') });
  const before = open();
  before.getState().edit(() => spec('second'));
  before.temporal.getState().undo();
  await written();
  const after = open();
  expect(after.getState().spec?.text.title).toBe('first');
  expect(after.temporal.getState().futureStates).toHaveLength(1);
  after.temporal.getState().redo();
  expect(after.getState().spec?.text.title).toBe('second');
  await written();
  expect(open().getState().spec?.text.title).toBe('second');
});
