import fc from 'fast-check';
import { byKey } from '.';
import { readTable } from '@/testing/table';
import { checkAgainstColumns } from './against-columns';
import type { ChartSpec, Layer, Shape } from './chart-spec';
import {
  addLayer,
  bringBack,
  moveLayer,
  plainLook,
  removeFilter,
  removeLayer,
  setAside,
  setCalendar,
  setColor,
  setFilter,
  setLook,
  setSeriesStyle,
  setShape,
  setSide,
  setStyle,
  setThen,
  setWhole,
  splitToPanels,
  stepInto,
  stepOut,
  withoutPanels,
  withoutSplit,
} from './edit';
import { parseSpec } from './input/chart';

const { columns } = readTable([
  ['Sold on', 'Spot', 'Plants', 'Takings £', 'Rain (mm)'],
  ['2025-03-03', 'Yard', 'Fern', '4.50', '1'],
  ['2025-03-14', 'Shop', 'Ivy', '7.25', '2'],
  ['2025-04-01', 'Yard', 'Ivy', '3', '8'],
]);
const known = byKey(columns);
const layer = (id: string, more: Partial<Layer> = {}): Layer => ({
  id,
  amount: { column: 'c4' },
  summary: 'sum',
  shape: 'column',
  side: 'left',
  ...more,
});
const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: 'sheet1',
  across: { as: 'group', column: 'c2' },
  layers: [layer('l1'), layer('l2', { amount: { column: 'c5' }, shape: 'line' })],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});

test('a layer that goes takes its right scale with it, and lets go what carried on from it; the last one stays', () => {
  const two = setSide(chart({ layers: [layer('l1'), layer('l2', { fills: 'l1' })] }), 'l1', 'right');
  expect(two.scales).toEqual({ left: { fit: 'zero' }, right: { fit: 'zero' } });
  const one = removeLayer(two, 'l1');
  expect(one).toEqual({ ...chart(), layers: [layer('l2')], scales: { left: { fit: 'zero' } } });
  expect(removeLayer(one, 'l2')).toBe(one);
});

test('layers are drawn before or after their neighbours, never beyond the first or the last', () => {
  const ids = (spec: ChartSpec) => spec.layers.map(({ id }) => id);
  expect(ids(moveLayer(chart(), 'l2', -1))).toEqual(['l2', 'l1']);
  for (const [id, by] of [
    ['l1', -1],
    ['l2', 1],
    ['none', 1],
  ] as const)
    expect(ids(moveLayer(chart(), id, by))).toEqual(['l1', 'l2']);
});

test('an id that is taken is not given again', () => {
  const spec = chart({ layers: [layer('l1'), layer('l3')] });
  const added = addLayer(spec, { ...layer('x'), side: 'right' });
  expect(added.layers.map(({ id }) => id)).toEqual(['l1', 'l3', 'l4']);
  expect(added.scales.right).toEqual({ fit: 'zero' });
});

test('a pie stands alone, bars lie down together, and columns that turn to lines are stacked no more', () => {
  const shapes = (spec: ChartSpec) => spec.layers.map(({ shape }) => shape);
  expect(shapes(setShape(chart(), ['l1'], 'pie'))).toEqual(['pie', 'pie']);
  const columnsBoth = chart({ layers: [layer('l1', { stack: 'stacked' }), layer('l2')] });
  expect(shapes(setShape(columnsBoth, ['l1'], 'bar'))).toEqual(['bar', 'bar']);
  expect(shapes(setShape(setShape(columnsBoth, ['l1'], 'bar'), ['l1'], 'line'))).toEqual(['line', 'column']);
  expect(setShape(columnsBoth, ['l1'], 'line').layers[0]).not.toHaveProperty('stack');
  expect(setShape(columnsBoth, ['l1'], 'area').layers[0].stack).toBe('stacked');
});

test('what is only read stands behind what is drawn, and one stays drawn', () => {
  const read = setShape(chart(), ['l1'], 'read');
  expect(read.layers.map(({ id, shape }) => [id, shape])).toEqual([
    ['l2', 'line'],
    ['l1', 'read'],
  ]);
  expect(setShape(read, ['l2'], 'read')).toBe(read);
  expect(removeLayer(read, 'l2').layers.map(({ id, shape }) => [id, shape])).toEqual([['l1', 'line']]);
});

test('columns begin at zero again where a scale had breathing room', () => {
  const lines = chart({ layers: [layer('l1', { shape: 'line' })], scales: { left: { fit: 'breathing' } } });
  expect(setShape(lines, ['l1'], 'column').scales.left).toEqual({ fit: 'zero' });
  expect(setShape(lines, ['l1'], 'dot').scales.left).toEqual({ fit: 'breathing' });
});

test('a look that is taken back leaves nothing behind', () => {
  const looked = setColor(
    setStyle(setLook(chart(), { legend: 'right', locale: 'de-DE' }), 'l1', { values: true }),
    'Yard',
    '#aa0000',
  );
  expect(looked.look).toEqual({ legend: 'right', locale: 'de-DE', colors: { Yard: '#aa0000' } });
  expect(setLook(looked, { legend: undefined, locale: undefined, colors: undefined })).not.toHaveProperty('look');
  expect(setStyle(looked, 'l1', { values: undefined }).layers[0]).not.toHaveProperty('style');
  // How numbers are written is no matter of looks.
  expect(plainLook(looked)).toEqual(setLook(chart(), { locale: 'de-DE' }));
  const one = setSeriesStyle(chart(), 'l1:Yard', { side: 'right' });
  expect([one.series, one.scales.right]).toEqual([{ 'l1:Yard': { side: 'right' } }, { fit: 'zero' }]);
  expect(setSeriesStyle(one, 'l1:Yard', undefined)).toEqual(chart());
});

test('stepping in and out again comes to the same place', () => {
  const spec = chart({
    across: { as: 'group', column: 'c2', order: { by: 'sheet' } },
    setAside: [{ across: 'Yard' }],
    split: { column: 'c3' },
  });
  const inside = stepInto(spec, 'Yard', 'c3');
  expect(inside).toEqual({
    ...chart(),
    across: { as: 'group', column: 'c3', within: [{ column: 'c2', value: 'Yard' }] },
  });
  expect(stepOut(inside, 0)).toEqual(chart());
  expect(stepOut(inside, 4)).toBe(inside);
  const byMonth = chart({ across: { as: 'time', column: 'c1', step: 'month' } });
  expect([stepInto(byMonth, 'x', 'c3'), stepOut(byMonth, 0)]).toEqual([byMonth, byMonth]);
});

test('a split stands in small copies, and comes back as it was', () => {
  const spec = chart({ split: { column: 'c3', keep: 4 } });
  const copies = splitToPanels(spec);
  expect(copies).toEqual(chart({ panels: { column: 'c3', keep: 4 } }));
  expect(withoutPanels(copies)).toEqual(spec);
  const byYear = chart({ split: { column: 'c1', step: 'year' } });
  expect(splitToPanels(byYear)).toBe(byYear);
});

test('points that are set aside are there once, and come back one by one', () => {
  const twice = setAside(setAside(chart(), { across: 'Yard' }), { across: 'Yard' });
  expect(twice.setAside).toEqual([{ across: 'Yard' }]);
  const both = setAside(twice, { across: 'Yard', series: 'l1' });
  expect(bringBack(both, 0).setAside).toEqual([{ across: 'Yard', series: 'l1' }]);
  expect(bringBack(bringBack(both, 0), 0)).toEqual(chart());
});

test('the usual weeks and years are not written down', () => {
  const odd = setCalendar(chart(), { weekStart: 'sunday', yearStart: 4 });
  expect(odd.calendar).toEqual({ weekStart: 'sunday', yearStart: 4 });
  expect(setCalendar(odd, { weekStart: 'monday', yearStart: 1 })).toEqual(chart());
});

test('after any changes in any order it is a chart that the server takes, of columns that are there', () => {
  const id = fc.constantFrom('l1', 'l2', 'l3');
  const change: fc.Arbitrary<(spec: ChartSpec) => ChartSpec> = fc.oneof(
    fc.tuple(id, fc.constantFrom<Shape>('line', 'column', 'bar', 'area', 'dot', 'pie', 'read')).map(
      ([one, shape]) =>
        (spec: ChartSpec) =>
          setShape(spec, [one], shape),
    ),
    fc.tuple(id, fc.constantFrom('left' as const, 'right' as const)).map(
      ([one, side]) =>
        (spec: ChartSpec) =>
          setSide(spec, one, side),
    ),
    id.map((one) => (spec: ChartSpec) => removeLayer(spec, one)),
    fc.tuple(id, fc.constantFrom(-1 as const, 1 as const)).map(
      ([one, by]) =>
        (spec: ChartSpec) =>
          moveLayer(spec, one, by),
    ),
    fc.constant((spec: ChartSpec) => (spec.layers.length < 6 ? addLayer(spec, layer('x')) : spec)),
    fc.constant((spec: ChartSpec) => withoutSplit(spec)),
    fc.constant((spec: ChartSpec) => splitToPanels(spec)),
    fc.constant((spec: ChartSpec) => withoutPanels(spec)),
    fc.constant((spec: ChartSpec) => setFilter(spec, { column: 'c4', from: 1 })),
    fc.nat(3).map((at) => (spec: ChartSpec) => removeFilter(spec, at)),
    fc.nat(3).map((at) => (spec: ChartSpec) => bringBack(spec, at)),
    fc.constantFrom('Yard', 'Shop').map((across) => (spec: ChartSpec) => setAside(spec, { across })),
    fc.boolean().map((on) => (spec: ChartSpec) => setStyle(spec, 'l1', { values: on ? true : undefined })),
    fc.tuple(id, fc.boolean()).map(
      ([one, whole]) =>
        (spec: ChartSpec) =>
          spec.split ? setWhole(spec, one, whole) : spec,
    ),
    id.map((one) => (spec: ChartSpec) => setThen(spec, one, 'running')),
    id.map((one) => (spec: ChartSpec) => setThen(spec, one)),
    fc.constant((spec: ChartSpec) =>
      spec.split?.column === 'c3' || spec.panels ? spec : stepInto(spec, 'Yard', 'c3'),
    ),
    fc.nat(1).map((at) => (spec: ChartSpec) => stepOut(spec, at)),
    fc.constant(plainLook),
  );
  fc.assert(
    fc.property(fc.array(change, { maxLength: 14 }), fc.boolean(), (changes, split) => {
      const begun = chart(split ? { split: { column: 'c3' } } : {});
      const spec = changes.reduce((now, one) => one(now), begun);
      expect(spec.layers.length).toBeGreaterThan(0);
      expect(spec.layers.some(({ shape }) => shape !== 'read')).toBe(true);
      expect(spec.scales.right !== undefined).toBe(spec.layers.some(({ side }) => side === 'right'));
      checkAgainstColumns(parseSpec(JSON.parse(JSON.stringify(spec))), known);
      // What was begun with is left as it was.
      expect(begun).toEqual(chart(split ? { split: { column: 'c3' } } : {}));
    }),
    { numRuns: 500 },
  );
});
