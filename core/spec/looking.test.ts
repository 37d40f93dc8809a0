import { readTable } from '@/testing/table';
import {
  addReference,
  addRemark,
  addTrend,
  byKey,
  endTrends,
  fitLayers,
  fitLooking,
  InvalidInput,
  parseSpec,
  removeReference,
  removeTrend,
  setReference,
  setRemark,
  setRemarkColumns,
  setTrend,
  setView,
  withoutLayers,
  type ChartSpec,
} from '.';

const chart: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [
    { id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' },
    { id: 'l2', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' },
  ],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
};
const columns = byKey(
  readTable([
    ['Day', 'Takings', 'Spot'],
    ['2025-01-01', '3', 'Yard'],
    ['2025-02-01', '4', 'Web'],
  ]).columns,
);
const wrong = (parts: object): string[] => {
  try {
    parseSpec({ ...chart, ...parts });
    return [];
  } catch (error) {
    if (error instanceof InvalidInput) return error.errors.map(({ path }) => path);
    throw error;
  }
};

describe('what comes from outside', () => {
  test('everything that the contract has is taken', () =>
    expect(
      wrong({
        trends: [
          {
            id: 't1',
            layer: 'l1',
            series: 'l1',
            kind: 'polynomial',
            degree: 6,
            ahead: 120,
            band: 0.95,
            name: 'Curve',
            style: { color: '#17594a', dash: 'dotted', width: 2 },
          },
        ],
        references: [
          { id: 'r1', on: 'left', at: 45_000, to: { layer: 'l1', figure: 'max', series: 'l1' }, name: 'Needed' },
          { id: 'r2', on: 'across', at: '2025-03-04', to: '2025-03-09' },
          { id: 'r3', on: 'across', from: { sheet: 'h', when: 'c1', until: 'c2', name: 'c3' } },
        ],
        remarks: { own: [{ id: 'm1', at: '2025-01-01', series: 'l1', text: 'Snow' }], columns: ['c3', 'c4'] },
        view: { last: 6, step: 'month' },
        look: { palette: 'clear' },
        layers: [
          {
            ...chart.layers[0],
            style: {
              colorBy: { when: [{ is: 'below', than: { layer: 'l2' }, color: '#c4552d' }], otherwise: '#17594a' },
            },
          },
          { ...chart.layers[1], style: { colorBy: { amount: { column: 'c2' }, summary: 'mean', palette: 'leaf' } } },
        ],
      }),
    ).toEqual([]));

  test.each([
    [{ trends: [{ id: 't1', layer: 'l1', kind: 'guess' }] }, 'trends.0.kind'],
    [{ trends: [{ id: 't1', layer: 'l1', kind: 'polynomial', degree: 7 }] }, 'trends.0.degree'],
    [{ trends: [{ id: 't1', layer: 'l1', kind: 'linear', ahead: 121 }] }, 'trends.0.ahead'],
    [{ trends: [{ id: 't1', layer: 'l1', kind: 'linear', band: 0.5 }] }, 'trends.0.band'],
    [{ references: [{ id: 'r1', on: 'top', at: 3 }] }, 'references.0.on'],
    [{ references: [{ id: 'r1', on: 'left', at: { layer: 'l1', figure: 'mode' } }] }, 'references.0.at'],
    [{ references: [{ id: 'r1', on: 'left', at: { layer: 'l1', figure: 'mean', more: 1 } }] }, 'references.0.at'],
    [{ remarks: { columns: ['c1', 'c2', 'c3'] } }, 'remarks.columns'],
    [{ remarks: { own: [{ id: 'm1', at: 'x', text: '' }] } }, 'remarks.own.0.text'],
    [{ view: { from: null, to: 3 } }, 'view.from'],
    [{ view: { last: 0, step: 'month' } }, 'view.last'],
  ])('what it has not is refused at its place: %j', (parts, path) => expect(wrong(parts)).toContain(path));

  test('an id stands once', () =>
    expect(
      wrong({
        trends: [
          { id: 't', layer: 'l1', kind: 'linear' },
          { id: 't', layer: 'l2', kind: 'linear' },
        ],
      }),
    ).toEqual(['trends.1.id']));
});

describe('changes', () => {
  test('trends come, change and go; what their kind does not know goes with it', () => {
    const two = addTrend(addTrend(chart, { layer: 'l1', kind: 'polynomial', degree: 4, ahead: 6 }), {
      layer: 'l1',
      kind: 'seasonal',
      ahead: 3,
    });
    expect(two.trends?.map(({ id }) => id)).toEqual(['t1', 't2']);
    expect(setTrend(two, 't1', { kind: 'smooth' }).trends?.[0]).toEqual({ id: 't1', layer: 'l1', kind: 'smooth' });
    expect(endTrends(two).trends?.map(({ ahead }) => ahead)).toEqual([undefined, undefined]);
    expect(removeTrend(removeTrend(two, 't1'), 't2')).toEqual(chart);
    expect(addTrend(removeTrend(two, 't1'), { layer: 'l1', kind: 'linear' }).trends?.map(({ id }) => id)).toEqual([
      't2',
      't3',
    ]);
  });

  test('lines, remarks and the stretch in sight leave nothing behind', () => {
    const line = addReference(chart, { on: 'left', at: 3 });
    expect(setReference(line, 'r1', { to: 5, name: undefined }).references).toEqual([
      { id: 'r1', on: 'left', at: 3, to: 5 },
    ]);
    expect(removeReference(line, 'r1')).toEqual(chart);
    const said = addRemark(chart, { at: '2025-01-01', text: 'Snow' });
    expect(setRemark(said, 'm1', 'Rain').remarks?.own?.[0].text).toBe('Rain');
    expect(setRemark(said, 'm1', '  ')).toEqual(chart);
    expect(setRemarkColumns(setRemarkColumns(said, ['c3', 'c4', 'c5']), []).remarks).toEqual(said.remarks);
    expect(setView(setView(chart, { from: 'a', to: 'b' }), undefined)).toEqual(chart);
  });

  test('what a change leaves without a place goes', () => {
    const full: ChartSpec = {
      ...chart,
      trends: [
        { id: 't1', layer: 'l1', kind: 'linear', ahead: 6 },
        { id: 't2', layer: 'l2', kind: 'linear' },
      ],
      references: [
        { id: 'r1', on: 'left', at: { layer: 'l2', figure: 'mean' } },
        { id: 'r2', on: 'across', from: { sheet: 'h', when: 'c1' } },
        { id: 'r3', on: 'left', at: 5 },
      ],
      view: { last: 3, step: 'month' },
    };
    expect(fitLooking(full, columns, full)).toEqual(full);
    const alone = withoutLayers(full, ['l2']);
    expect([alone?.trends?.map(({ id }) => id), alone?.references?.map(({ id }) => id)]).toEqual([
      ['t1'],
      ['r2', 'r3'],
    ]);
    const cycle: ChartSpec = { ...full, across: { as: 'cycle', column: 'c1', cycle: 'weekday' } };
    const fitted = fitLooking(cycle, columns, full);
    expect(fitted.trends?.map(({ ahead }) => ahead)).toEqual([undefined, undefined]);
    expect([fitted.references?.map(({ id }) => id), fitted.view]).toEqual([['r1', 'r3'], undefined]);
    const named: ChartSpec = { ...full, across: { as: 'group', column: 'c3' } };
    expect(fitLooking(named, columns, full).trends).toBeUndefined();
    const colored: ChartSpec = {
      ...chart,
      layers: [
        {
          ...chart.layers[0],
          style: { width: 2, colorBy: { when: [{ is: 'below', than: { layer: 'l9' }, color: '#c4552d' }] } },
        },
      ],
    };
    expect(fitLayers(colored).layers[0].style).toEqual({ width: 2 });
  });
});
