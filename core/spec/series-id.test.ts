import fc from 'fast-check';
import { readSeriesId, writeSeriesId, type ChartSpec } from '.';

const chart = (ids: string[], panels?: ChartSpec['panels']) => ({
  layers: ids.map((id) => ({ id, amount: { rows: true }, summary: 'count', shape: 'line', side: 'left' }) as const),
  ...(panels ? { panels } : {}),
});
const copies = { column: 'c1' };

test('a series of a small copy is told from one of a group with a bar in its name', () => {
  expect(writeSeriesId({ copy: 'Herbs', layer: 'l1', split: 'Yard' })).toBe('Herbs|l1:Yard');
  expect(readSeriesId('Herbs|l1:Yard', chart(['l1'], copies))).toEqual({ copy: 'Herbs', layer: 'l1', split: 'Yard' });
  expect(readSeriesId('l1:A|l1', chart(['l1']))).toEqual({ layer: 'l1', split: 'A|l1' });
  expect(readSeriesId('l1:Yard', chart(['l1'], copies))).toEqual({ layer: 'l1', split: 'Yard' });
  expect(readSeriesId('l1:A|B', chart(['l1'], copies))).toEqual({ layer: 'l1', split: 'A|B' });
});

test('what no layer is called is no series', () => expect(readSeriesId('l9:Yard', chart(['l1']))).toBeUndefined());

test('every id is read as it was written', () => {
  const name = fc.string({ unit: fc.constantFrom('a', '|', ':', '\\', 'l1', ' ') });
  fc.assert(
    fc.property(name, fc.option(name, { nil: undefined }), fc.constantFrom('l1', 'l2'), (copy, split, layer) => {
      const id = { copy, layer, ...(split === undefined ? {} : { split }) };
      expect(readSeriesId(writeSeriesId(id), chart(['l1', 'l2'], copies))).toEqual(id);
    }),
  );
});
