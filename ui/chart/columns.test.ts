import type { ChartModel, ModelSeries } from '@/core/layout';
import { columnPaths } from './columns';

const series = (id: string, values: (number | null)[], change: Partial<ModelSeries> = {}): ModelSeries => ({
  id,
  layer: 'l1',
  name: id,
  shape: 'column',
  side: 'left',
  gaps: 'open',
  values,
  labels: [],
  color: '#17594a',
  symbol: 'circle',
  points: false,
  ...change,
});
const model = (list: ModelSeries[], change: Partial<ChartModel> = {}): ChartModel => ({
  form: 'column',
  across: {
    kind: 'group',
    values: list[0].values.map((_, i) => `g${i}`),
    labels: [],
    title: '',
    ticks: [],
    turned: false,
    rests: [],
  },
  series: list,
  drawing: { is: 'plot', lying: false },
  scales: { left: { domain: [0, 10], ticks: [0, 10], labels: ['0', '10'], title: '', kind: 'linear' } },
  size: { width: 200, height: 100, plot: { left: 0, top: 0, width: 200, height: 100 } },
  naming: 'none',
  title: '',
  sentence: '',
  checks: [],
  ...change,
});
const box = { left: 0, top: 0, width: 200, height: 100 };
/** The rectangles of a path: left, top, width, height. */
const boxes = (d: string) =>
  [...d.matchAll(/M([-\d.]+),([-\d.]+)h([-\d.]+)v([-\d.]+)/g)].map((found) => found.slice(1).map(Number));

test('columns stand on zero, as high as their value, in the middle of their place', () => {
  const [{ d }] = columnPaths(model([series('a', [5, null])]), box, 64);
  expect(boxes(d)).toEqual([[18, 50, 64, 50]]);
});

test('series stand beside each other, stacks on each other', () => {
  const beside = columnPaths(model([series('a', [4, 1]), series('b', [6, 1])]), box, 64).map(({ d }) => boxes(d)[0]);
  expect(beside[1][0]).toBeCloseTo(beside[0][0] + beside[0][2] + 1, 1);
  const stacked = columnPaths(model([series('a', [4], { stack: 's' }), series('b', [6], { stack: 's' })]), box, 64);
  expect(stacked.map(({ d }) => boxes(d)[0].slice(1))).toEqual([
    [60, 64, 40],
    [0, 64, 60],
  ]);
});

test('negative parts of a stack go down from zero', () => {
  const scales = {
    left: { domain: [-10, 10] as [number, number], ticks: [], labels: [], title: '', kind: 'linear' as const },
  };
  const drawn = columnPaths(
    model([series('a', [4], { stack: 's' }), series('b', [-6], { stack: 's' })], { scales }),
    box,
    64,
  );
  expect(drawn.map(({ d }) => boxes(d)[0].slice(1))).toEqual([
    [30, 64, 20],
    [50, 64, 30],
  ]);
});

test('parts of 100 % fill the scale; a fixed range cuts at its edge; bars lie down', () => {
  const unit = {
    left: { domain: [0, 1] as [number, number], ticks: [], labels: [], title: '', kind: 'linear' as const },
  };
  const shares = columnPaths(
    model([series('a', [1], { stack: 's', share: true }), series('b', [3], { stack: 's', share: true })], {
      scales: unit,
    }),
    box,
    64,
  );
  expect(shares.map(({ d }) => boxes(d)[0][3])).toEqual([25, 75]);
  expect(boxes(columnPaths(model([series('a', [50])]), box, 64)[0].d)[0][3]).toBe(100);
  const [bar] = columnPaths(
    model([series('a', [5], { shape: 'bar' })], { drawing: { is: 'plot', lying: true } }),
    box,
    64,
  );
  expect(boxes(bar.d)).toEqual([[0, 18, 100, 64]]);
});
