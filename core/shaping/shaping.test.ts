import fc from 'fast-check';
import { fromIso } from '../calendar';
import type { Order } from '../spec';
import type { Frame } from './frame';
import { decideGaps, fillGaps } from './gaps';
import { defaultOrder, orderOfGroups } from './order';
import { findPartials, leaveOutPartials } from './partial';

const frame = (values: readonly (string | number)[], series: (number | null)[][], blankAt?: number): Frame => ({
  across: { kind: 'group', values, ...(blankAt === undefined ? {} : { blankAt }) },
  series: series.map((list, i) => ({ id: `l${i + 1}`, layer: 'l1', gaps: 'open', values: list })),
  facts: { rows: 0, blankAcross: 0, emptyPlaces: 0, rests: [], gaps: 'open', counts: {}, partials: {} },
});

describe('gaps are judged against the rhythm of the data', () => {
  const run = (pattern: string) => [...pattern].map((c) => c === 'x');

  test('a few days without rows are left open', () => {
    expect(decideGaps(run('xxxxxxxx.xxxxxxxx'), 'day', undefined)).toEqual({ gaps: 'open', rests: [] });
  });

  test('closed Sundays are no gaps', () => {
    const days = run('xxxxxx.xxxxxx.xxxxxx.');
    expect(decideGaps(days, 'day', undefined)).toEqual({ gaps: 'open', rests: [6, 13, 20] });
  });

  test('a census every ten years has no gaps', () => {
    expect(decideGaps(run('x.........x.........x'), 'year', undefined).gaps).toBe('open');
    expect(decideGaps(run('x.........x.........x'), 'year', undefined).rests).toHaveLength(18);
  });

  test('sparse readings at irregular times are joined', () => {
    expect(decideGaps(run('x..x.....x.x......x'), 'day', undefined).gaps).toBe('bridge');
  });

  test('what the user says wins', () => {
    expect(decideGaps(run('x.x'), 'day', 'zero').gaps).toBe('zero');
    expect(fillGaps(frame(['a', 'b'], [[1, null]]), { gaps: 'zero', rests: [] }).series[0].values).toEqual([1, 0]);
    expect(fillGaps(frame(['a', 'b'], [[1, null]]), { gaps: 'bridge', rests: [] }).series[0]).toMatchObject({
      gaps: 'bridge',
      values: [1, null],
    });
  });
});

describe('the order of groups', () => {
  const order = (values: string[], by: Order, ranked: { weights?: (number | null)[]; blankAt?: number } = {}) =>
    orderOfGroups({ values, ...ranked }, by).map((i) => values[i]);

  test('months, weekdays and steps of a scale stand in their own order unless another is asked for', () => {
    for (const own of [
      ['Jan', 'Feb', 'Dec'],
      ['Mon', 'Tue', 'Sun'],
      ['Low', 'Medium', 'Very high'],
      ['S', 'm', 'XL'],
    ]) {
      const turned = [...own].reverse();
      expect(order(turned, defaultOrder(turned))).toEqual(own);
    }
    expect(defaultOrder(['Low', 'Medium', 'Roses'])).toEqual({ by: 'value', descending: true });
  });

  test('by value ranks by the whole value of each group; those without one are last', () => {
    const weights = [5, null, 7];
    expect(order(['a', 'b', 'c'], { by: 'value', descending: true }, { weights })).toEqual(['c', 'a', 'b']);
    expect(order(['a', 'b', 'c'], { by: 'value' }, { weights })).toEqual(['a', 'c', 'b']);
  });

  test('blanks are last by name and where they fall by value', () => {
    const names = ['a', 'b', '(blank)'];
    expect(order(names, { by: 'name' }, { blankAt: 2 })).toEqual(['a', 'b', '(blank)']);
    expect(order(names, { by: 'name', descending: true }, { blankAt: 2 })).toEqual(['b', 'a', '(blank)']);
    expect(order(names, { by: 'value', descending: true }, { blankAt: 2, weights: [1, 3, 2] })).toEqual([
      'b',
      '(blank)',
      'a',
    ]);
  });

  test('months keep the order of the calendar, numbers their own, other names go by value', () => {
    expect(defaultOrder(['March', 'April'])).toEqual({ by: 'calendar' });
    expect(defaultOrder(['9', '11'])).toEqual({ by: 'name' });
    expect(defaultOrder(['Yard', 'Shop'])).toEqual({ by: 'value', descending: true });
  });

  test('no order loses or doubles a group', () => {
    const names = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(
        names,
        fc.constantFrom('value', 'name', 'sheet', 'calendar'),
        fc.boolean(),
        (groups, by, descending) => {
          const weights = groups.map((_, i) => (i % 3 === 2 ? null : i % 5));
          const found = order(groups, { by: by as 'value', descending }, { weights });
          expect([...found].sort()).toEqual([...groups].sort());
        },
      ),
    );
  });
});

describe('first and last steps that are not whole', () => {
  const partials = (first: string, last: string) => findPartials(fromIso(first), fromIso(last), 'month', {}, {});

  test('22 days of November are said, 30 of 31 days of a month count as whole', () => {
    expect(partials('2025-01-01', '2025-11-22')).toEqual({ last: { days: 22, of: 30, at: 10 } });
    expect(partials('2025-01-02', '2025-10-31')).toEqual({});
    expect(partials('2025-01-20', '2025-10-31')).toEqual({ first: { days: 12, of: 31, at: 0 } });
  });

  test('a column of months is always whole by month', () => {
    expect(findPartials(fromIso('2025-01-01'), fromIso('2025-03-01'), 'month', { meaning: 'month' }, {})).toEqual({});
    expect(findPartials(fromIso('2025-01-01'), fromIso('2025-02-01'), 'quarter', { meaning: 'month' }, {})).toEqual({
      last: { days: 59, of: 90, at: 0 },
    });
  });

  test('leaving them out takes them off both ends, and empties them where a plan goes on', () => {
    const whole = { frame: frame(['a', 'b', 'c'], [[1, 2, 3]]), places: [[0], [1], [2]] };
    const first = { days: 1, of: 30, at: 0 };
    const left = (last: number) => {
      const { frame, places } = leaveOutPartials(whole, { first, last: { ...first, at: last } }, new Set(['l1']));
      return [frame.series[0].values, places];
    };
    expect(left(2)).toEqual([[2], [[1]]]);
    expect(left(1)).toEqual([
      [null, 3],
      [[1], [2]],
    ]);
    expect(leaveOutPartials(whole, {}, new Set(['l1']))).toEqual(whole);
  });
});
