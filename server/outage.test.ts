import { keptOnce, noteAway, noteBack, untilItWorks } from './outage';

afterEach(() => jest.restoreAllMocks());

test('an outage is logged once, and its end once', () => {
  const error = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const info = jest.spyOn(console, 'info').mockImplementation(() => undefined);
  noteBack('The press');
  noteAway('The press', new Error('no ink'));
  noteAway('The press', new Error('no ink'));
  noteBack('The press');
  noteBack('The press');
  expect(error.mock.calls).toEqual([['The press does not answer: no ink. It is tried again until it does.']]);
  expect(info.mock.calls).toEqual([['The press answers again.']]);
});

test('what needs a service is tried until it works', async () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  jest.spyOn(console, 'info').mockImplementation(() => undefined);
  let tries = 0;
  const answer = await untilItWorks('The press', () =>
    ++tries < 3 ? Promise.reject(new Error('no ink')) : Promise.resolve('printed'),
  );
  expect([answer, tries]).toEqual(['printed', 3]);
});

test('a success is kept, a failure is not', async () => {
  let tries = 0;
  const once = keptOnce(() => (++tries === 1 ? Promise.reject(new Error('not yet')) : Promise.resolve(tries)));
  const [first, second] = [once.get(), once.get()];
  await expect(first).rejects.toThrow('not yet');
  await expect(second).rejects.toThrow('not yet');
  expect([await once.get(), await once.get(), tries]).toEqual([2, 2, 2]);
});
