import { checkPlain } from './plain';
import { inSentences, InvalidInput } from './invalid';
import { parseSpec } from '.';

const pathOf = (work: () => unknown): string | undefined => {
  try {
    work();
    return undefined;
  } catch (error) {
    if (error instanceof InvalidInput) return error.errors[0].path;
    throw error;
  }
};

test.each([
  [{ a: { b: 'x\0' } }, 'a.b'],
  [{ a: ['ok', '\ud800'] }, 'a.1'],
  [{ a: Infinity }, 'a'],
  [{ a: 1e200 }, 'a'],
  [{ a: [[1]] }, 'a.0'],
  [{ a: null }, 'a'],
  [{ a: 'x'.repeat(20_001) }, 'a'],
  [JSON.parse('{"a": {"__proto__": 1}}') as unknown, 'a'],
  [{ a: { constructor: 1 } }, 'a'],
  [{ a: Object.fromEntries(Array.from({ length: 2_501 }, (_, i) => [`n${i}`, 1])) }, 'a'],
  [Array.from({ length: 30 }).reduce<unknown>((inner) => ({ a: inner }), 1), Array(24).fill('a').join('.')],
])('%#: what no program means is refused with its place', (value, path) =>
  expect(pathOf(() => checkPlain(value))).toBe(path),
);

test('all else passes', () => {
  const value = { a: ['é😀', -1e20, true, { b: null }] };
  expect(pathOf(() => checkPlain(value, (path) => path === 'a.3.b'))).toBeUndefined();
});

const spec = {
  version: 1,
  sheet: 'abc',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' }],
  filters: [{ column: 'c3', keep: ['a', null] }],
  scales: { left: { fit: 'zero' } },
  text: {},
};

test.each([
  [{ panels: null }, 'panels'],
  [{ layers: [[]] }, 'layers.0'],
  [{ across: [spec.across] }, 'across'],
  [{ filters: [{ column: 'c3', keep: ['a'], by: [{}] }] }, 'filters.0.by'],
  [{ filters: [{ column: 'c1', window: { last: 1e9, step: 'day' } }] }, 'filters.0.window'],
  [{ filters: [{ column: 'c1', top: 1e30, by: { amount: { rows: true }, summary: 'count' } }] }, 'filters.0.top'],
  [{ across: { as: 'group', column: 'c1', step: { toString: 1 } } }, 'across.step'],
  [{ scales: { left: { fit: 'fixed', min: { a: 1 } } } }, 'scales.left.min'],
  [{ setAside: Array(600).fill({ across: '2025-01-01' }) }, 'setAside'],
  [{ sheet: 'a b' }, 'sheet'],
])('%j in a spec is told with its place', (change, path) => {
  expect(pathOf(() => parseSpec({ ...spec, ...change }))).toBe(path);
});

test('a blank among the values of a filter is a value', () => expect(parseSpec(spec).filters).toHaveLength(1));

test('what is wrong is told in sentences without paths', () => {
  expect(
    inSentences([
      { path: 'across.step', message: 'from 1925 to 2025 there are 876,601 hours' },
      { path: 'filters.0', message: '"Sold" holds numbers.' },
    ]),
  ).toBe('From 1925 to 2025 there are 876,601 hours. "Sold" holds numbers.');
});
