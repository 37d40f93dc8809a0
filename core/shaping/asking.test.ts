import type { Answer, Grain, GroupedQuery } from '../grain';
import { answered, askGroups, askPoints, fromHeld, queryKey, together, type Asking } from './asking';

const about = (column: string): GroupedQuery => ({
  kind: 'grouped',
  sheet: 's',
  axes: [{ as: 'value', column }],
  measures: [{ want: 'rows' }],
  filters: [],
});
const grain = (size: number): Grain => ({ size, axes: [], measures: [] });
/** Asks one question after the other and adds up what they are answered. */
function* sizes(...columns: string[]): Asking<number> {
  let sum = 0;
  for (const column of columns) sum += (yield* askGroups(about(column))).size;
  return sum;
}

test('works side by side ask together, round by round, and each is given its own answers', async () => {
  const rounds: string[][] = [];
  const work = together([sizes('c1', 'c2'), sizes(), sizes('c3')]);
  let turn = work.next([]);
  while (!turn.done) {
    const columns = turn.value.flatMap((query) => ('axes' in query ? query.axes.map(({ column }) => column) : []));
    rounds.push(columns);
    turn = work.next(columns.map((column) => grain(Number(column.slice(1)))));
  }
  expect(rounds).toEqual([['c1', 'c3'], ['c2']]);
  expect(turn.value).toEqual([3, 0, 3]);
  await expect(answered(sizes('c1'), () => Promise.reject(new Error('no table')))).rejects.toThrow('no table');
});

test('the same question is asked once, and not at all where its answer is known', async () => {
  const asked: string[] = [];
  const ask = (query: { sheet: string }): Promise<Answer> => {
    asked.push(JSON.stringify(query));
    return Promise.resolve(grain(5));
  };
  const known = new Map<string, Answer>([[queryKey(about('c9')), grain(9)]]);
  const sum = await answered(together([sizes('c1', 'c1'), sizes('c1', 'c9')]), ask, known);
  expect(sum).toEqual([10, 14]);
  expect(asked).toEqual([queryKey(about('c1'))]);
});

test('from what is held there is a result or none; a missing answer is never taken for an empty one', () => {
  const held = new Map<string, Answer>([[queryKey(about('c1')), grain(4)]]);
  expect(fromHeld(sizes('c1'), held)).toBe(4);
  expect(fromHeld(sizes('c1', 'c2'), held)).toBeUndefined();
});

test('an answer of the other kind is refused', () => {
  const pairs = askPoints({ kind: 'points', sheet: 's', x: 'c1', y: 'c2', filters: [], limit: 9 });
  expect(() => fromHeld(pairs, { get: () => grain(1) })).toThrow('pairs was answered with groups');
});
