import { LIMITS } from '@/core/reading';
import { Merges } from './merges';

function covered(refs: readonly string[], rows: readonly number[], columns = 5): string[] {
  const merges = new Merges();
  for (const ref of refs) merges.add(ref);
  const covers = merges.walk();
  return rows.map((row) => {
    const within = covers(row);
    return Array.from({ length: columns }, (_, c) => (within?.(c + 1) ? 'x' : '.')).join('');
  });
}

test('cells under a merged range are covered, all but the one where it begins', () => {
  expect(covered(['B2:C3'], [1, 2, 3, 4])).toEqual(['.....', '..x..', '.xx..', '.....']);
  expect(covered(['$A$1:B1', 'nonsense', 'D2'], [1, 2])).toEqual(['.x...', '.....']);
  expect(covered(['A1:XFD1048576'], [1, 7])).toEqual(['.xxxx', 'xxxxx']);
});

test('more ranges than are taken are told', () => {
  const merges = new Merges();
  const taken = Array.from({ length: LIMITS.merged + 1 }, (_, i) => merges.add(`A${i + 1}:B${i + 1}`));
  expect([taken[LIMITS.merged - 1], taken[LIMITS.merged]]).toEqual([true, false]);
});
