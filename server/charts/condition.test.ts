import type { Condition } from '@/core/spec';
import { InvalidInput } from '@/core/spec';
import { cleanUp, takeIn } from '@/testing/sheets';
import { Problem } from '../problem';
import type { ReadySheet } from '../sheets/sheets';
import { conditionNow, parseCondition } from './condition';

let sheet: ReadySheet;
beforeAll(async () => {
  sheet = await takeIn(
    'condition.csv',
    'Day,Spot,Takings £\n2025-01-06,Yard,10\n2025-01-13,Stall,20.5\n2025-01-14,Yard,30\n',
  );
});
afterAll(cleanUp);

const condition = (more: Partial<Condition> = {}): Condition => ({
  sheet: sheet.id,
  amount: { column: 'c3' },
  summary: 'sum',
  is: 'below',
  than: 60,
  ...more,
});

test('the figure of a condition as it is now, in words, and whether it holds', async () => {
  expect(await conditionNow(condition())).toMatchObject({ figure: 60.5, words: '£60.50', holds: false });
  const week = await conditionNow(condition({ filters: [{ column: 'c1', window: 'this-week' }] }));
  expect(week).toMatchObject({ figure: 50.5, holds: true });
  expect(week.says).toBe('takings, where Day is in this week, is below £60.00');
  expect(
    await conditionNow(condition({ amount: { rows: true }, summary: 'count', is: 'at-least', than: 3 })),
  ).toMatchObject({ figure: 3, holds: true });
});

test('where there is no figure none holds', async () => {
  const none = condition({ filters: [{ column: 'c2', keep: ['Nowhere'] }], is: 'below', than: 1e9 });
  expect(await conditionNow(none)).toMatchObject({ figure: null, words: 'nothing', holds: false });
});

test('what is wrong with one is said by name', async () => {
  await expect(conditionNow(condition({ amount: { column: 'c9' } }))).rejects.toBeInstanceOf(InvalidInput);
  await expect(conditionNow(condition({ sheet: 'nosuchsheet' }))).rejects.toBeInstanceOf(Problem);
  expect(() => parseCondition({ ...condition(), is: 'near' })).toThrow(InvalidInput);
  expect(() => parseCondition({ ...condition(), than: 'many' })).toThrow(InvalidInput);
});
