import type { ChartModel, ModelSeries } from '@/core/layout';
import { cutsOff } from './drawing';
import { runsOf } from './runs';

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
    drawing: { is: 'plot', lying: false },
    scales: { left: { domain: [0, 10], ticks: [0, 10], labels: ['0', '10'], title: '', kind: 'linear' } },
    size: { width: 100, height: 100, plot: { left: 0, top: 0, width: 100, height: 100 } },
    naming: 'none',
    title: '',
    sentence: '',
    checks: [],
  }) satisfies ChartModel;

const runs = (one: ModelSeries, rests?: number[]) =>
  runsOf(one, model([one], rests)).map(({ points, alone }) => ({ at: points.map(({ at }) => at), alone }));

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
  test('dots are one run, whatever lies between them', () =>
    expect(runs(series({ shape: 'dot', values: [1, null, 3] }))).toEqual([{ at: [0, 2], alone: false }]));
  test('a line that carries on begins where the other ends, over rests but not over gaps', () => {
    const actual = series({ values: [1, 2, null, null] });
    const plan = series({ id: 'l2', joins: 'l1', values: [null, null, null, 4] });
    const carried = (rests: number[]) => runsOf(plan, model([actual, plan], rests)).map(({ points }) => points);
    expect(carried([2])).toEqual([
      [
        { at: 1, value: 2 },
        { at: 3, value: 4 },
      ],
    ]);
    expect(carried([])).toEqual([[{ at: 3, value: 4 }]]);
  });
  test('parts of 100 % stand on each other, and come to one', () => {
    const parts = [3, 1].map((value, i) =>
      series({ id: `l${i}`, shape: 'area', stack: 's', share: true, values: [value] }),
    );
    expect(parts.map((part) => runsOf(part, model(parts))[0].points[0])).toEqual([
      { at: 0, from: 0, value: 0.75 },
      { at: 0, from: 0.75, value: 1 },
    ]);
  });
});

test('only a range that cuts values off clips the drawing', () => {
  expect(cutsOff(model([series({ values: [0, 5, 10] })]), 'left')).toBe(false);
  expect(cutsOff(model([series({ values: [0, 5, 11] })]), 'left')).toBe(true);
  expect(cutsOff(model([series({ values: [0, 5, 11], side: 'right' })]), 'left')).toBe(false);
});
