import { inView, layout, withView } from '@/core/layout';
import { byKey, setStep, type ChartSpec } from '@/core/spec';
import { framed } from '@/testing/grain';
import { drawn, layer, months, spec, trend } from '@/testing/looked';
import { readTable, type TestTable } from '@/testing/table';
import { lookAt, placeOf, stretchOf } from '.';

describe('references', () => {
  const references = (list: ChartSpec['references'], more: Partial<ChartSpec> = {}) =>
    drawn(months(36), { references: list, ...more });
  test('a figure moves with the data', () => {
    const at = { layer: 'l1', figure: 'mean' } as const;
    const all = references([{ id: 'r1', on: 'left', at }]).references?.[0].value;
    const values = drawn(months(36)).series[0].values.map(Number);
    expect(all).toBeCloseTo(values.reduce((sum, one) => sum + one, 0) / 36, 6);
    const less = references([{ id: 'r1', on: 'left', at }], { setAside: [{ across: '2025-05-01' }] }).references?.[0]
      .value;
    expect(less).toBeCloseTo((values.reduce((sum, one) => sum + one, 0) - values[28]) / 35, 6);
  });

  test('a value has room on the scale, and a name with what it is', () => {
    const model = references([{ id: 'r1', on: 'left', at: 120_000, name: 'Needed' }]);
    expect(model.scales.left?.domain[1]).toBeGreaterThanOrEqual(120_000);
    expect(model.references?.[0]).toMatchObject({ label: 'Needed £120,000', value: 120_000 });
    expect(model.references?.[0].spot).toBeDefined();
  });

  test('a date inside a step stands at the step, however it is written', () => {
    for (const at of ['2024-03-17', '17/03/2024', '17 Mar 2024', '2024-03'])
      expect(references([{ id: 'r1', on: 'across', at }]).references?.[0].value).toBe('2024-03-01');
    expect(references([{ id: 'r1', on: 'across', at: '31/02/2024' }]).refused?.[0].why).toBe('"31/02/2024" is no date');
    expect(references([{ id: 'r1', on: 'across', at: '1999-05-01' }]).refused?.[0].why).toMatch(/none of the places/);
    expect(references([{ id: 'r1', on: 'left', at: 'lots' }]).refused?.[0].why).toBe('"lots" is no number');
  });

  test('dates of a sheet that is not there are told', () =>
    expect(references([{ id: 'r1', on: 'across', from: { sheet: 'gone', when: 'c1' } }]).refused?.[0].why).toBe(
      'its sheet is not there any more',
    ));

  test('names never stand on each other', () => {
    const model = references(
      Array.from({ length: 8 }, (_, i) => ({
        id: `r${i}`,
        on: 'left' as const,
        at: 30_000 + 40 * i,
        name: `Line ${i}`,
      })),
    );
    const spots = (model.references ?? []).flatMap(({ spot }) => spot ?? []);
    spots.forEach((a, i) =>
      spots.slice(i + 1).forEach((b) => expect(Math.abs(a.x - b.x) > 60 || Math.abs(a.y - b.y) >= 14).toBe(true)),
    );
  });
});

describe('remarks', () => {
  const own = [
    { id: 'm1', at: '2024-05-01', text: 'Second stall opened' },
    { id: 'm2', at: '2023-02-01', text: 'Snow' },
  ];
  test('are numbered in the order of their dates, and stay on their date whatever the step', () => {
    const remarks = { own };
    for (const step of ['day', 'week', 'month', 'quarter', 'year'] as const) {
      const model = drawn(months(36), setStep(spec({ remarks }), step));
      expect(model.remarks?.map(({ id, number }) => [id, number])).toEqual([
        ['m2', 1],
        ['m1', 2],
      ]);
      for (const { id, at } of model.remarks ?? []) {
        const wanted = own.find((one) => one.id === id)?.at ?? '';
        const [from, to] = [String(model.across.values[at]), String(model.across.values[at + 1] ?? '9999')];
        expect(from <= wanted && wanted < to).toBe(true);
      }
    }
  });

  test('their numbers cover no mark and no other number', () => {
    const many = Array.from({ length: 14 }, (_, i) => ({
      id: `m${i}`,
      at: `2024-${String((i % 12) + 1).padStart(2, '0')}-01`,
      text: `Remark ${i}`,
    }));
    for (const shape of ['line', 'column'] as const) {
      const model = drawn(months(36), { remarks: { own: many }, layers: [{ ...layer, shape }] });
      const spots = (model.remarks ?? []).flatMap(({ spot }) => spot ?? []);
      expect(spots.length).toBeGreaterThan(10);
      spots.forEach((a, i) =>
        spots
          .slice(i + 1)
          .forEach((b) => expect(Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeGreaterThanOrEqual(19)),
      );
    }
  });

  test('one that is not in the chart is told', () =>
    expect(drawn(months(12), { remarks: { own } }).refused?.[0].why).toBe(
      '"Second stall opened" stands at 2024-05-01, which is not in the chart',
    ));
});

describe('the stretch in sight', () => {
  const values = drawn(months(36)).across.values;
  test('includes both ends; a value inside a step means that step', () => {
    expect(stretchOf(spec({ view: { from: '2024-02-15', to: '2024-04-30' } }), values)).toEqual({ from: 13, to: 15 });
    expect(stretchOf(spec({ view: { last: 6, step: 'month' } }), values)).toEqual({ from: 30, to: 35 });
    expect(stretchOf(spec({ view: { last: 1, step: 'year' } }), values)).toEqual({ from: 24, to: 35 });
    expect(stretchOf(spec({ view: { from: '2000-01-01', to: '2099-01-01' } }), values)).toBeUndefined();
    expect(stretchOf(spec({ view: { from: 'May', to: 'Never' } }), values)).toHaveProperty('why');
    expect(placeOf('2024-02-29', values, spec())).toBe(13);
  });

  test('scales fit what is in sight unless they are fixed; figures, trends and findings stay', () => {
    const view = { from: '2023-01-01', to: '2023-02-01' };
    const [whole, part] = [
      drawn(months(36), { trends: [trend({})] }),
      drawn(months(36), { trends: [trend({})], view }),
    ];
    expect(part.scales.left?.domain[1]).toBeLessThan(whole.scales.left?.domain[1] ?? 0);
    expect(part.view).toEqual({ from: 0, to: 1 });
    expect(part.series).toEqual(whole.series);
    expect(part.trends).toEqual(whole.trends);
    expect(part.findings).toEqual(whole.findings);
    const fixed = { left: { fit: 'fixed' as const, min: 0, max: 99_000 } };
    expect(drawn(months(36), { view, scales: fixed }).scales.left?.domain).toEqual([0, 99_000]);
  });
});

describe('moving along', () => {
  const moved = (from: number, to: number, more: Partial<ChartSpec> = {}) => {
    const table = months(36);
    const one = spec(more);
    const sources = { columns: byKey(table.columns) };
    const whole = layout(framed(one, table), one, sources);
    return { whole, seen: withView({ ...whole, checks: [] }, { from, to }, one, sources), sources, one };
  };
  test('laid out in the page is what the server lays out for the same stretch', () => {
    const trends = [trend({ kind: 'seasonal', ahead: 3, band: 0.8 })];
    const { seen } = moved(10, 30, { trends });
    const view = { from: String(seen.across.values[10]), to: String(seen.across.values[30]) };
    const { checks, ...here } = seen;
    expect(checks).toEqual([]);
    expect(here).toEqual(drawn(months(36), { trends, view }));
  });

  test('labels grow finer as the stretch grows shorter', () => {
    const { whole, seen } = moved(24, 29);
    expect(whole.across.ticks.length).toBeLessThan(36);
    expect(seen.across.ticks.map(({ at }) => at)).toEqual([24, 25, 26, 27, 28, 29]);
  });

  test('what is in sight is a chart of these places alone, with nothing of the others', () => {
    const remarks = {
      own: [
        { id: 'm1', at: '2025-03-01', text: 'Here' },
        { id: 'm2', at: '2023-03-01', text: 'Not here' },
      ],
    };
    const part = inView(moved(24, 29, { remarks }).seen);
    expect(part.across.values).toHaveLength(6);
    expect(part.series[0].values).toHaveLength(6);
    expect(part.remarks?.map(({ at, spot }) => [at, spot !== undefined])).toEqual([
      [-1, false],
      [2, true],
    ]);
  });

  test('columns that were scrolled are not scrolled within a stretch', () => {
    const layers = [{ ...layer, shape: 'column' as const }];
    const { whole, seen } = moved(0, 34, { layers, look: { scroll: 'end' } });
    expect(whole.drawing).toMatchObject({ is: 'plot' });
    expect(seen.drawing).toEqual({ is: 'plot', lying: false });
  });
});

describe('what stands out', () => {
  const messages = (table: TestTable, more: Partial<ChartSpec> = {}) =>
    (drawn(table, more).findings ?? []).map(({ message }) => message);
  test('a season, and a month far out of its own', () => {
    const found = messages(months(36, { 31: '90000' }));
    expect(found.some((one) => /^Aug 2025 is far above what is usual for an? August: £90,000 against /.test(one))).toBe(
      true,
    );
    expect(found.some((one) => one.startsWith('January is the weakest month of every year'))).toBe(true);
    expect(found.length).toBeLessThanOrEqual(5);
    expect(new Set(found).size).toBe(found.length);
  });

  test('a record for its month', () =>
    expect(messages(months(36, { 33: '60000' })).join(' ')).toMatch(
      /Oct 2025 .*(highest October so far|usual for an October)/,
    ));

  test('few groups that make most of it', () => {
    const rows = [['A', '500'], ['B', '300'], ...['C', 'D', 'E', 'F', 'G', 'H', 'I', 'J'].map((name) => [name, '20'])];
    const table = readTable([['Spot', 'Takings'], ...rows]);
    const found = messages(table, { across: { as: 'group', column: 'c1' }, layers: [{ ...layer, shape: 'column' }] });
    expect(found.join(' ')).toContain('2 of 10 make 83% of the whole (A, B).');
  });

  test('nothing is said of what is even', () => {
    const table = readTable([
      ['Sold on', 'Takings'],
      ...Array.from({ length: 12 }, (_, i) => [`2023-${String(i + 1).padStart(2, '0')}-01`, '7']),
    ]);
    expect(messages(table)).toEqual([]);
  });

  test('one that overtakes another and stays there', () => {
    const rows = Array.from({ length: 12 }, (_, i) => [
      `2023-${String(i + 1).padStart(2, '0')}-01`,
      String(50 - i),
      String(32 + 2 * i),
    ]);
    const table = readTable([['Sold on', 'Shop', 'Web'], ...rows]);
    const found = messages(table, { layers: [layer, { ...layer, id: 'l2', amount: { column: 'c3' } }] });
    expect(found.join(' ')).toMatch(/Web went above Shop in (Jul|Aug) 2023 and stayed there\./);
  });
});

describe('what moves together', () => {
  test('two that merely grow: together, but not from month to month', () => {
    const rows = Array.from({ length: 24 }, (_, i) => [
      `${2023 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}-01`,
      String(100 + 10 * i + ((i * 7) % 5) * 3),
      String(50 + 6 * i + ((i * 11) % 7) * 2),
    ]);
    const table = readTable([['Sold on', 'Visits', 'Takings'], ...rows]);
    const model = drawn(table, { layers: [layer, { ...layer, id: 'l2', amount: { column: 'c3' } }] });
    const [relation] = model.relations ?? [];
    expect(relation.r).toBeGreaterThan(0.9);
    expect(relation.ofChanges).toBeLessThan(0.5);
    expect(relation.message).toMatch(/^They rise and fall together \(0\.\d\d over 24 months\)/);
    expect(relation.message).toMatch(/from month to month/);
    expect(relation.message).toMatch(/That says nothing of why\.$/);
  });

  test('of one series, or of three, nothing is said', () => expect(drawn(months(36)).relations).toBeUndefined());
});

describe('colour', () => {
  test('by the first condition that holds', () => {
    const when = [
      { is: 'below' as const, than: 20_000, color: '#c4552d' },
      { is: 'below' as const, than: 40_000, color: '#b08a1e' },
    ];
    const model = drawn(months(12), { layers: [{ ...layer, shape: 'column', style: { colorBy: { when } } }] });
    model.series[0].values.forEach((value, at) => {
      const wanted = Number(value) < 20_000 ? '#c4552d' : Number(value) < 40_000 ? '#b08a1e' : null;
      expect(model.series[0].colors?.[at] ?? null).toBe(wanted);
    });
    expect(model.colorKeys?.[0].when?.map(({ words }) => words)).toEqual(['below £20,000', 'below £40,000']);
  });

  test('by another amount, from pale to full, and the legend says from what to what', () => {
    const table = readTable([
      ['Sold on', 'Takings', 'Visits'],
      ['2023-01-01', '5', '10'],
      ['2023-02-01', '6', '20'],
      ['2023-03-01', '7', '30'],
    ]);
    const colorBy = { amount: { column: 'c3' }, summary: 'sum' as const };
    const model = drawn(table, { layers: [{ ...layer, shape: 'column', style: { colorBy } }] });
    const [low, , high] = model.series[0].colors ?? [];
    expect([low, high]).toEqual(['#dcebe1', '#0f4a3c']);
    expect(model.colorKeys?.[0]).toMatchObject({ name: 'Visits', low: '10', high: '30' });
    expect(model.series).toHaveLength(1);
    expect(model.sentence).toContain('coloured by total of Visits');
  });
});

test('looking at a chart makes its frame longer only where a trend is carried on', () => {
  const table = months(24);
  const one = spec({ trends: [trend({}), trend({ id: 't2', ahead: 3 })] });
  const { frame, looked } = lookAt(framed(one, table), one, { columns: byKey(table.columns) });
  expect(frame.across.values).toHaveLength(27);
  expect(looked.trends.map(({ values }) => values.filter((value) => value !== null).length)).toEqual([24, 27]);
});
