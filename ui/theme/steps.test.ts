import { NO_STEPS, redone, stepped, undone, type Steps } from './steps';

test('what was undone is done again as it was, until another change is made', () => {
  let steps: Steps<string> = stepped(stepped(NO_STEPS, 'a'), 'b');
  const back = undone(steps, 'c');
  expect(back?.to).toBe('b');
  steps = back?.steps ?? NO_STEPS;
  const first = undone(steps, 'b');
  expect(first?.to).toBe('a');
  expect(undone(first?.steps ?? NO_STEPS, 'a')).toBeUndefined();
  const again = redone(first?.steps ?? NO_STEPS, 'a');
  expect(again?.to).toBe('b');
  expect(redone(again?.steps ?? NO_STEPS, 'b')?.to).toBe('c');
  expect(stepped(steps, 'b').future).toEqual([]);
});
