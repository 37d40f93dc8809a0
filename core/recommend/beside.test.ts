import { profileOf } from '@/testing/table';
import { standingOf } from './beside';

const months = (...from: [number, number]) =>
  profileOf(
    'Month',
    Array.from({ length: from[1] }, (_, i) => {
      const at = from[0] + i;
      return `${2024 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}-01`;
    }),
  );
const byMonth = { across: { as: 'time', column: 'c1', step: 'month' } } as const;
const own = { across: months(0, 12), unit: 'GBP' };

test.each([
  ['dates that begin where the others end, in the same unit, carry on', months(12, 6), 'GBP', 'plan'],
  ['a month of break is still a carrying on', months(13, 6), 'GBP', 'plan'],
  ['overlapping dates stand beside each other', months(6, 12), 'GBP', 'beside'],
  ['the same dates stand beside each other', months(0, 12), 'GBP', 'beside'],
  ['another unit never carries on', months(12, 6), 'kg', 'beside'],
  ['dates long after do not carry on', months(48, 6), 'GBP', 'beside'],
  ['dates before do not carry on', months(-24, 6), 'GBP', 'beside'],
] as const)('%s', (_, across, unit, standing) =>
  expect(standingOf(byMonth, own, { across, unit, name: 'Planned' })).toBe(standing),
);

test('over groups what is called a target is one, and anything else stands beside', () => {
  const spots = profileOf('Spot', ['Yard', 'Shop', 'Yard']);
  const by = { across: { as: 'group', column: 'c1' } } as const;
  expect(standingOf(by, { across: spots }, { across: spots, name: 'Target trays' })).toBe('target');
  expect(standingOf(by, { across: spots }, { across: spots, name: 'Costs' })).toBe('beside');
});
