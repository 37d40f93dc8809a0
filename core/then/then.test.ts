import fc from 'fast-check';
import { THENS, TRANSFORMS, type ThenContext } from '.';
import { runningTotal } from './running';

const places = ['2024-01-01', '2024-02-01', '2024-03-01', '2025-01-01', '2025-02-01'];
const context = (more: Partial<ThenContext> = {}): ThenContext => ({
  by: {},
  step: 'month',
  places,
  splits: [undefined],
  ...more,
});
const pence = fc.array(fc.option(fc.integer({ min: -9_999, max: 9_999 }), { nil: null }), {
  minLength: 5,
  maxLength: 5,
});
const money = pence.map((list) => list.map((value) => (value === null ? null : value / 100)));

test('the changes of a running total are the values, to the last digit', () => {
  fc.assert(
    fc.property(money, (values) => {
      const total = runningTotal(values);
      const [changes] = TRANSFORMS.change.apply([total], context());
      values.forEach((value, i) => {
        // The first total is the first value; a gap changes nothing.
        if (value === null || total[i - 1] === undefined || total[i - 1] === null) return;
        expect(changes[i]).toBe(value);
      });
    }),
  );
});

test('every transform gives a value per place and series, and none out of nothing', () => {
  fc.assert(
    fc.property(fc.array(money, { minLength: 1, maxLength: 3 }), fc.constantFrom(...THENS), (series, then) => {
      const made = TRANSFORMS[then].apply(series, context({ splits: series.map((_, i) => String(2023 + i)) }));
      expect(made.map((values) => values.length)).toEqual(series.map((values) => values.length));
      const nothing = series.map((values) => values.map(() => null));
      expect(
        TRANSFORMS[then]
          .apply(nothing, context())
          .flat()
          .every((value) => value === null),
      ).toBe(true);
    }),
  );
});

test('the year before is the same month of that year, or over a cycle the series of that year', () => {
  const by = { against: 'year-before' } as const;
  expect(TRANSFORMS.change.apply([[1, 2, 3, 11, 22]], context({ by }))).toEqual([[null, null, null, 10, 20]]);
  const years = context({ by, step: undefined, places: ['1', '2'], splits: ['2023/24', '2024/25'] });
  expect(
    TRANSFORMS['change-percent'].apply(
      [
        [10, 0],
        [15, 5],
      ],
      years,
    ),
  ).toEqual([
    [null, null],
    [0.5, null],
  ]);
});

test('what is offered fits what runs across', () => {
  const words = (offering: Parameters<(typeof TRANSFORMS)['change']['offers']>[0]) =>
    THENS.flatMap((then) => TRANSFORMS[then].offers(offering).map((offer) => offer.words));
  expect(words({ follows: false, split: false, yearBefore: false })).toEqual(['Running total', 'Share of the whole']);
  expect(words({ step: 'month', follows: true, split: true, yearBefore: true })).toEqual([
    'Running total',
    'Running total, each year anew',
    'Share of the whole',
    'Share within each month',
    'Change against the month before',
    'Change against a year before',
    'Change in percent against the month before',
    'Change in percent against a year before',
    'Average over 3 months',
    'Average over 12 months',
  ]);
});

test('running totals of years laid over each other end where the data of the newest one end', () => {
  const months = ['1', '2', '3', '4'];
  const made = TRANSFORMS.running.apply(
    [
      [1, null, 2, null],
      [5, 1, null, null],
    ],
    { by: {}, places: months, splits: ['2024', '2025'], laidOver: true },
  );
  expect(made).toEqual([
    [1, 1, 3, 3],
    [5, 6, null, null],
  ]);
});
