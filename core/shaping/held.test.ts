import type { Grain, GroupedQuery } from '../grain';
import { queryKey } from './asking';
import { HeldAnswers } from './held';

const byDay = (sheet: string): GroupedQuery => ({
  kind: 'grouped',
  sheet,
  axes: [
    { as: 'step', column: 'c1', step: 'day', calendar: {} },
    { as: 'value', column: 'c2' },
  ],
  measures: [{ want: 'rows' }],
  filters: [],
});
const coarse = (sheet: string): GroupedQuery => ({ ...byDay(sheet), axes: [{ as: 'value', column: 'c2' }] });
const one = (n: number): GroupedQuery => ({ ...byDay('b'), axes: [{ as: 'value', column: `c${n + 5}` }] });
const grain: Grain = {
  size: 2,
  axes: [
    [0, 86_400_000],
    ['x', 'x'],
  ],
  measures: [['1', '2']],
};
const small: Grain = { size: 1, axes: [['x']], measures: [['3']] };

test('what others follow from is kept while they are asked for', () => {
  const held = new HeldAnswers(3);
  held.put(byDay('a'), grain);
  for (let n = 0; n < 6; n++) {
    held.put(one(n), small);
    // Follows from the answer by day; so that one was read a moment ago.
    expect(held.get(queryKey({ ...coarse('a'), filters: [] }))).toBeDefined();
    expect(held.get(queryKey(byDay('a')))).toBeDefined();
  }
});

test('another sheet lets nothing of the first go; other rows do', () => {
  const held = new HeldAnswers();
  held.holdFor([{ id: 'a', version: '1' }]);
  held.put(byDay('a'), grain);
  held.holdFor([
    { id: 'a', version: '1' },
    { id: 'b', version: '1' },
  ]);
  held.put(byDay('b'), grain);
  expect(held.get(queryKey(byDay('a')))).toBe(grain);
  held.holdFor([{ id: 'b', version: '2' }]);
  expect([held.get(queryKey(byDay('a'))), held.get(queryKey(byDay('b')))]).toEqual([grain, undefined]);
});
