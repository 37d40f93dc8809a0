import fc from 'fast-check';
import { exactColumn, exactMean, exactNumber, exactText } from '../decimals';
import { readTable } from '@/testing/table';
import { byKey, type ChartSpec } from '../spec';
import { roundBins, toGrainQueries } from '.';

describe('exact decimals', () => {
  test('ten dimes are a pound', () => {
    const { units, scale } = exactColumn(Array.from({ length: 10 }, () => '0.1'));
    expect(
      exactNumber(
        units.reduce<bigint>((sum, unit) => sum + (unit ?? 0n), 0n),
        scale,
      ),
    ).toBe(1);
  });

  test('a text that is no plain decimal is refused with the text', () => {
    expect(() => exactColumn(['1e5'])).toThrow('not a plain decimal: 1e5');
  });

  test('units written out are the text they came from', () => {
    fc.assert(
      fc.property(
        fc.bigInt({ min: -(10n ** 20n), max: 10n ** 20n }),
        fc.integer({ min: 0, max: 8 }),
        (units, scale) => {
          const back = exactColumn([exactText(units, scale)]);
          return back.units[0] === units || scale === 0 || back.units[0] === units;
        },
      ),
    );
  });

  test('an average is the nearest double to the exact quotient', () => {
    expect(exactMean(1n, 0, 3)).toBe(1 / 3);
    expect(exactMean(200n, 2, 4)).toBe(0.5);
  });
});

describe('bins', () => {
  test('are round, cover the range and are about as many as wanted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.double({ min: 1, max: 1e6, noNaN: true }),
        fc.integer({ min: 2, max: 60 }),
        (low, span, wanted) => {
          const { start, width, count } = roundBins(low, low + span, 100, wanted);
          expect(start).toBeLessThanOrEqual(low + width * 1e-6);
          expect(start + width * count).toBeGreaterThanOrEqual(low + span - width * 1e-6);
          expect(count).toBeLessThanOrEqual(wanted + 2);
          const lead = width / 10 ** Math.floor(Math.log10(width) + 1e-9);
          expect([1, 2, 2.5, 5, 10].some((round) => Math.abs(lead - round) < 1e-6)).toBe(true);
        },
      ),
    );
  });

  test('one value makes one bin', () => expect(roundBins(5, 5, 10).count).toBe(1));
});

describe('what a chart asks of the table', () => {
  const { columns } = readTable([
    ['Day', 'Spot', 'Takings'],
    ['2025-03-03', 'Yard', '4.50'],
    ['2025-03-04', 'Shop', '7.25'],
  ]);
  const spec = (change: Partial<ChartSpec>): ChartSpec => ({
    version: 1,
    sheet: 's',
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left' }],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...change,
  });
  const axes = (change: Partial<ChartSpec>) =>
    toGrainQueries(spec(change), { columns: byKey(columns) }).flatMap((query) =>
      query.kind === 'grouped' ? query.axes : [],
    );

  test('totals by month ask for days, so that another step needs no new question', () => {
    expect(axes({})).toMatchObject([{ as: 'step', column: 'c1', step: 'day' }]);
  });

  test('a median cannot be rolled up and is asked for at the level shown', () => {
    const layers: ChartSpec['layers'] = [
      { id: 'l1', amount: { column: 'c3' }, summary: 'median', shape: 'line', side: 'left' },
    ];
    expect(axes({ layers })).toMatchObject([{ step: 'month' }]);
  });

  test('a scatter asks for the pairs of each layer', () => {
    expect(toGrainQueries(spec({ across: { as: 'number', column: 'c3' } }), { columns: byKey(columns) })).toMatchObject(
      [{ kind: 'points', x: 'c3', y: 'c3' }],
    );
  });
});
