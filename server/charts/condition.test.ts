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

const TODAY = '2025-01-14';

test('the figure of a condition as it is now, in words, and whether it holds', async () => {
  expect(await conditionNow(condition(), TODAY)).toMatchObject({ figure: 60.5, words: '£60.50', holds: false });
  const week = await conditionNow(condition({ filters: [{ column: 'c1', window: 'this-week' }] }), TODAY);
  expect(week).toMatchObject({ figure: 50.5, holds: true });
  expect(week.says).toBe('takings, where Day is in this week, is below £60.00');
  expect(
    await conditionNow(condition({ amount: { rows: true }, summary: 'count', is: 'at-least', than: 3 }), TODAY),
  ).toMatchObject({ figure: 3, holds: true });
});

test('of no rows a total and a count are 0, and it is said that there are none; an average is nothing', async () => {
  const filters = [{ column: 'c2', keep: ['Nowhere'] }];
  const none = condition({ filters, is: 'below', than: 1e9 });
  expect(await conditionNow(none, TODAY)).toEqual({
    figure: 0,
    words: '£0.00, since there are no such rows',
    says: 'takings, where Spot is Nowhere, is below £1,000,000,000.00',
    holds: true,
  });
  expect(await conditionNow({ ...none, summary: 'mean' }, TODAY)).toMatchObject({
    figure: null,
    words: 'nothing, since there are no such rows',
    holds: false,
  });
});

test('"this month" is the month of the clock, not that of the newest date', async () => {
  const month = condition({ filters: [{ column: 'c1', window: 'this-month' }], is: 'above', than: 0 });
  expect(await conditionNow(month, '2025-01-31')).toMatchObject({ figure: 60.5, holds: true });
  expect(await conditionNow(month, '2026-12-02')).toMatchObject({
    figure: 0,
    words: '£0.00, since there are no such rows',
    holds: false,
  });
});

test('what is wrong with one is said by name', async () => {
  await expect(conditionNow(condition({ amount: { column: 'c9' } }), TODAY)).rejects.toBeInstanceOf(InvalidInput);
  await expect(conditionNow(condition({ sheet: 'nosuchsheet' }), TODAY)).rejects.toBeInstanceOf(Problem);
  expect(() => parseCondition({ ...condition(), is: 'near' })).toThrow(InvalidInput);
  expect(() => parseCondition({ ...condition(), than: 'many' })).toThrow(InvalidInput);
});
