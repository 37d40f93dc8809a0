import fc from 'fast-check';
import { byKey } from '.';
import { readTable } from '@/testing/table';
import { checkAgainstColumns } from './against-columns';
import type { ChartSpec, Layer } from './chart-spec';
import { removeLayer } from './edit';
import {
  addReference,
  addRemark,
  addTrend,
  endTrends,
  fitLooking,
  removeReference,
  removeTrend,
  setPalette,
  setReference,
  setRemark,
  setRemarkColumns,
  setTrend,
  setView,
} from './edit-looking';
import { parseSpec } from './input/chart';
import { FIGURES, TREND_KINDS, type ReferenceAt } from './looking';

const { columns } = readTable([
  ['Sold on', 'Spot', 'Takings £', 'Rain (mm)'],
  ['2025-03-03', 'Yard', '4.50', '1'],
  ['2025-03-14', 'Shop', '7.25', '2'],
  ['2025-04-01', 'Yard', '3', '8'],
]);
const known = byKey(columns);
const layer = (id: string, more: Partial<Layer> = {}): Layer => ({
  id,
  amount: { column: 'c3' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...more,
});
const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: 'sheet1',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [layer('l1'), layer('l2', { amount: { column: 'c4' } })],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});

test('ids are given once; what is taken away leaves no empty list', () => {
  const two = addTrend(addTrend(chart(), { layer: 'l1', kind: 'linear' }), { layer: 'l2', kind: 'linear' });
  expect(two.trends?.map(({ id }) => id)).toEqual(['t1', 't2']);
  const again = addTrend(removeTrend(two, 't1'), { layer: 'l1', kind: 'smooth' });
  expect(again.trends?.map(({ id }) => id)).toEqual(['t2', 't3']);
  expect(removeTrend(removeTrend(again, 't2'), 't3')).toEqual(chart());
  expect(removeReference(addReference(chart(), { on: 'left', at: 5 }), 'r1')).toEqual(chart());
});

test('a trend keeps only what its kind knows', () => {
  const spec = addTrend(chart(), { layer: 'l1', kind: 'polynomial', degree: 3, ahead: 4, band: 0.8, name: 'On' });
  expect(setTrend(spec, 't1', { kind: 'linear' }).trends).toEqual([
    { id: 't1', layer: 'l1', kind: 'linear', ahead: 4, band: 0.8, name: 'On' },
  ]);
  expect(setTrend(spec, 't1', { kind: 'moving-average', over: 5, name: undefined }).trends).toEqual([
    { id: 't1', layer: 'l1', kind: 'moving-average', over: 5 },
  ]);
  expect(endTrends(spec).trends?.[0]).not.toHaveProperty('ahead');
});

test('remarks are written anew, and go with an empty text; their columns stay', () => {
  const spec = setRemarkColumns(addRemark(chart(), { at: '2025-03-01', text: 'rained' }), ['c2', 'c1', 'c4']);
  expect(spec.remarks).toEqual({ own: [{ id: 'm1', at: '2025-03-01', text: 'rained' }], columns: ['c2', 'c1'] });
  expect(setRemark(spec, 'm1', 'rained off').remarks?.own?.[0].text).toBe('rained off');
  expect(setRemark(spec, 'm1', '  ').remarks).toEqual({ columns: ['c2', 'c1'] });
  expect(setRemarkColumns(setRemark(spec, 'm1', ''), [])).toEqual(chart());
});

test('a palette goes without a trace', () => {
  expect(setPalette(setPalette(chart(), 'sea'), undefined)).toEqual(chart());
  expect(setPalette(chart({ look: { legend: 'right' } }), undefined).look).toEqual({ legend: 'right' });
});

test('with a layer goes all that was looked at in it; what stands on others stays', () => {
  const colorBy = { when: [{ is: 'below' as const, than: { layer: 'l2' }, color: '#aa0000' }] };
  const spec = [
    (now: ChartSpec) => addTrend(now, { layer: 'l1', kind: 'linear' }),
    (now: ChartSpec) => addTrend(now, { layer: 'l2', kind: 'linear' }),
    (now: ChartSpec) => addReference(now, { on: 'left', at: { layer: 'l2', figure: 'mean' } }),
    (now: ChartSpec) => addReference(now, { on: 'left', at: 5, to: { layer: 'l2', figure: 'max' } }),
    (now: ChartSpec) => addReference(now, { on: 'left', at: 7 }),
  ].reduce(
    (now, change) => change(now),
    chart({ layers: [layer('l1', { style: { colorBy, values: true } }), layer('l2')] }),
  );
  const one = fitLooking(removeLayer(spec, 'l2'), known, spec);
  expect(one.trends?.map(({ layer: of }) => of)).toEqual(['l1']);
  expect(one.references?.map(({ at }) => at)).toEqual([7]);
  expect(one.layers).toEqual([layer('l1', { style: { values: true } })]);
});

test('what only time has goes where something else runs across', () => {
  const spec = setView(addTrend(chart(), { layer: 'l1', kind: 'linear', ahead: 3 }), { last: 6, step: 'month' });
  const byRain = fitLooking({ ...spec, across: { as: 'bins', column: 'c4' } }, known, spec);
  expect([byRain.trends, byRain.view]).toEqual([[{ id: 't1', layer: 'l1', kind: 'linear' }], undefined]);
  const bySpot = fitLooking({ ...spec, across: { as: 'group', column: 'c2' } }, known, spec);
  expect(bySpot).not.toHaveProperty('trends');
});

test('after any changes in any order it is a chart that the server takes', () => {
  const id = fc.constantFrom('l1', 'l2', 'l3');
  const at: fc.Arbitrary<ReferenceAt> = fc.oneof(
    fc.integer({ min: -5, max: 50 }),
    fc.record({ layer: fc.constantFrom('l1', 'l2'), figure: fc.constantFrom(...FIGURES) }),
  );
  const change: fc.Arbitrary<(spec: ChartSpec) => ChartSpec> = fc.oneof(
    fc.tuple(fc.constantFrom('l1', 'l2'), fc.constantFrom(...TREND_KINDS), fc.nat(4)).map(
      ([of, kind, ahead]) =>
        (spec: ChartSpec) =>
          setTrend(addTrend(spec, { layer: of, kind }), 't1', ahead > 0 ? { ahead } : {}),
    ),
    fc.constantFrom(...TREND_KINDS).map((kind) => (spec: ChartSpec) => setTrend(spec, 't1', { kind })),
    fc.constantFrom('t1', 't2').map((one) => (spec: ChartSpec) => removeTrend(spec, one)),
    fc.tuple(at, at).map(
      ([from, to]) =>
        (spec: ChartSpec) =>
          addReference(spec, { on: 'left', at: from, to }),
    ),
    at.map((to) => (spec: ChartSpec) => setReference(spec, 'r1', { to })),
    fc.constant((spec: ChartSpec) => setReference(spec, 'r1', { to: undefined })),
    fc.constant((spec: ChartSpec) => removeReference(spec, 'r1')),
    fc.constant((spec: ChartSpec) => setView(spec, { last: 3, step: 'month' })),
    fc.constant((spec: ChartSpec) => addRemark(spec, { at: '2025-03-01', text: 'x' })),
    id.map((one) => (spec: ChartSpec) => removeLayer(spec, one)),
    fc
      .constantFrom<ChartSpec['across']>(
        { as: 'time', column: 'c1', step: 'month' },
        { as: 'cycle', column: 'c1', cycle: 'weekday' },
        { as: 'group', column: 'c2' },
        { as: 'bins', column: 'c4' },
      )
      .map((across) => (spec: ChartSpec) => ({ ...spec, across })),
  );
  fc.assert(
    fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
      const spec = changes.reduce((now, one) => fitLooking(one(now), known, now), chart());
      checkAgainstColumns(parseSpec(JSON.parse(JSON.stringify(spec))), known);
      // Nothing is left to put right.
      expect(fitLooking(spec, known, spec)).toEqual(spec);
    }),
    { numRuns: 500 },
  );
});
