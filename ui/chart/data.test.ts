import type { ChartModel, ModelSeries } from '@/core/layout';
import { drawnData } from './data';
import { cutsOff } from './drawing';

const series = (change: Partial<ModelSeries>): ModelSeries => ({
  id: 'l1',
  layer: 'l1',
  name: 'Sold',
  shape: 'line',
  side: 'left',
  gaps: 'open',
  values: [],
  labels: [],
  color: '#17594a',
  symbol: 'circle',
  points: false,
  ...change,
});

const model = (list: ModelSeries[], rests: number[] = []): ChartModel =>
  ({
    form: 'line',
    across: {
      kind: 'time',
      values: list[0].values.map((_, i) => i),
      labels: [],
      title: '',
      ticks: [],
      turned: false,
      rests,
    },
    series: list,
    scales: { left: { domain: [0, 10], ticks: [0, 10], labels: ['0', '10'], title: '', kind: 'linear' } },
    size: { width: 100, height: 100, plot: { left: 0, top: 0, width: 100, height: 100 } },
    naming: 'none',
    title: '',
    sentence: '',
    checks: [],
  }) satisfies ChartModel;

const runs = (one: ModelSeries, rests?: number[]) => {
  const { rows, stretches } = drawnData(model([one], rests));
  return stretches.map(({ key, alone }) => ({
    at: rows.flatMap((row, i) => (row[key] === undefined ? [] : [i])),
    alone,
  }));
};

describe('a line is drawn in unbroken stretches', () => {
  test('an open gap breaks it, and a lone point stays visible', () => {
    expect(runs(series({ values: [1, 2, null, 4, null, 6, 7] }))).toEqual([
      { at: [0, 1], alone: false },
      { at: [3], alone: true },
      { at: [5, 6], alone: false },
    ]);
  });

  test('a bridged gap does not break it', () =>
    expect(runs(series({ gaps: 'bridge', values: [1, null, 3] }))).toEqual([{ at: [0, 2], alone: false }]));
  test('a rest of the data does not break it', () =>
    expect(runs(series({ values: [1, null, 3] }), [1])).toEqual([{ at: [0, 2], alone: false }]));
  test('columns are one stretch', () =>
    expect(runs(series({ shape: 'column', values: [1, null, 3] }))).toEqual([{ at: [0, 2], alone: false }]));
  test('two series never share a key', () => {
    const { stretches } = drawnData(
      model([series({ values: [1, null, 2] }), series({ id: 'l2', values: [3, 4, null] })]),
    );
    expect(new Set(stretches.map(({ key }) => key)).size).toBe(stretches.length);
  });
});

test('only a range that cuts values off clips the drawing', () => {
  expect(cutsOff(model([series({ values: [0, 5, 10] })]), 'left')).toBe(false);
  expect(cutsOff(model([series({ values: [0, 5, 11] })]), 'left')).toBe(true);
  expect(cutsOff(model([series({ values: [0, 5, 11], side: 'right' })]), 'left')).toBe(false);
});
