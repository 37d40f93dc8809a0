import { readTable } from '@/testing/table';
import { framed } from '@/testing/grain';
import { byKey, parseSpec, type ChartSpec, type Layer, type Scale } from '../spec';
import { figureIn, slicesIn, layout } from '.';
import { tickSize } from './across-ticks';
import { rangeFor, spanOf } from './range';

/** Four years of months with a season, in two spots; a third column of a unit of its own. */
const table = readTable([
  ['Month', 'Spot', 'Takings £', 'Rain (mm)', 'Price £'],
  ...Array.from({ length: 96 }, (_, i) => {
    const at = i >> 1;
    const month = `${2021 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}-01`;
    const season = 1000 + 600 * Math.sin((at % 12) / 2);
    return [month, i % 2 ? 'Yard' : 'Shop', (season * (i % 2 ? 3 : 1) + at).toFixed(2), String(40 + (i % 7)), '2.50'];
  }),
]);
const sources = { columns: byKey(table.columns) };
const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c3' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...parts,
});
function drawn(parts: Partial<ChartSpec>, size = { width: 700, height: 400 }) {
  const spec = parseSpec({
    version: 1,
    sheet: 's',
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [layer()],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...parts,
  });
  return layout(framed(spec, table), spec, sources, size);
}
const split = { split: { column: 'c2' } };
const two = (left: Scale, right: Scale) => ({
  layers: [layer(), layer({ id: 'l2', amount: { column: 'c4' }, side: 'right' })],
  scales: { left, right },
});

describe('one series among many', () => {
  test('has a line, points, values and a scale of its own, and the others look as their layer does', () => {
    const { series, scales, values } = drawn({
      ...split,
      series: {
        'l1:Yard': {
          width: 4,
          dash: 'dotted',
          symbol: 'square',
          points: true,
          pointSize: 9,
          values: 'ends',
          side: 'right',
        },
      },
    });
    const [shop, yard] = series;
    expect(yard).toMatchObject({
      width: 4,
      dash: 'dotted',
      marker: 'square',
      points: true,
      pointSize: 9,
      side: 'right',
    });
    expect([shop.width, shop.dash, shop.marker, shop.side]).toEqual([undefined, undefined, undefined, 'left']);
    expect([scales.left?.title, scales.right?.title]).toEqual(['Takings (£)', 'Takings (£)']);
    expect(new Set(values?.map((value) => value.series))).toEqual(new Set(['l1:Yard']));
  });
  test('parts of a stack stay together on one scale', () => {
    const { series } = drawn({
      ...split,
      layers: [layer({ shape: 'column', stack: 'stacked' })],
      series: { 'l1:Yard': { side: 'right' } },
    });
    expect(series.map(({ side }) => side)).toEqual(['left', 'left']);
  });
  test('a look that is none is refused at its place', () =>
    expect(() => drawn({ series: { 'l1:Yard': { width: 'wide' } } as never })).toThrow(/series\.l1:Yard\.width/));
});

test('a line of all stands over columns that are split', () => {
  const { series, form } = drawn({
    ...split,
    layers: [layer({ shape: 'column', stack: 'stacked' }), layer({ id: 'l2', whole: true })],
  });
  expect(series.map(({ id }) => id)).toEqual(['l1:Shop', 'l1:Yard', 'l2']);
  expect(series[2].values[0]).toBeCloseTo((series[0].values[0] ?? 0) + (series[1].values[0] ?? 0), 6);
  expect(form).toBe('combo');
});

describe('scales', () => {
  test('one end is fixed and the other goes with the data', () => {
    expect(rangeFor([120, 480], { fit: 'fixed', min: 50 }, 6).domain).toEqual([50, 500]);
    expect(rangeFor([120, 480], { fit: 'fixed', max: 450 }, 6).domain).toEqual([0, 450]);
    expect(rangeFor([-20, 480], { fit: 'fixed', max: 450 }, 6).domain[0]).toBeLessThanOrEqual(-20);
    expect(rangeFor([120, 480], { fit: 'fixed', min: 900 }, 6).domain[0]).toBe(900);
    for (const scale of [{ min: 50 }, { max: 450 }, { min: 900 }, { max: -5 }]) {
      const [low, high] = rangeFor([120, 480], { fit: 'fixed', ...scale }, 6).domain;
      expect(high).toBeGreaterThan(low);
    }
  });
  test('the room under the lowest value can be chosen', () => {
    expect(spanOf([80, 100], { fit: 'breathing' })[0]).toBeCloseTo(56, 9);
    expect(spanOf([80, 100], { fit: 'breathing', room: 0.9 })[0]).toBeCloseTo(72, 9);
    expect(spanOf([80, 100], { fit: 'breathing', room: 0.5 })[0]).toBeCloseTo(40, 9);
  });
  test('both scales have one range where that is wished', () => {
    const { scales } = drawn(two({ fit: 'zero' }, { fit: 'zero', same: true }));
    expect(scales.right?.domain).toEqual(scales.left?.domain);
    expect(scales.right?.domain[1]).toBeGreaterThan(4000);
  });
  test.each([
    [{ fit: 'zero' }, { fit: 'zero', matchZero: true }],
    [{ fit: 'breathing' }, { fit: 'close', matchZero: true }],
    [
      { fit: 'fixed', min: -1000, max: 5000 },
      { fit: 'breathing', matchZero: true },
    ],
    [{ fit: 'zero' }, { fit: 'fixed', min: -50, max: 150, matchZero: true }],
  ] as const)('zeros that are matched stay matched: %j and %j', (left, right) => {
    const { scales } = drawn(two(left, right));
    const height = (domain: readonly [number, number] = [0, 1]) => (0 - domain[0]) / (domain[1] - domain[0]);
    expect(height(scales.left?.domain)).toBeCloseTo(height(scales.right?.domain), 9);
  });
});

describe('a single figure', () => {
  const figure = (style: Layer['style'] = {}) => figureIn(drawn({ layers: [layer({ shape: 'figure', style })] }));
  test('is compared with the year before where a season repeats, else as its user wishes', () => {
    expect(figure()).toMatchObject({
      against: 'year-before',
      change: { words: expect.stringContaining('against Dec 2023') },
    });
    expect(figure({ figure: { against: 'previous' } })?.change?.words).toContain('against Nov 2024');
    expect(figure({ figure: { against: 'none' } })?.change).toBeUndefined();
  });
  test('has the decimals that are wished and goes without its small line', () => {
    expect(figure({ figure: { decimals: 0 } })?.words).toBe('£2,401');
    expect(figure({ figure: { line: false } })?.line).toBe(false);
  });
  describe('under a filter', () => {
    const till = readTable([
      ['Month', 'Spot', 'Takings £', 'Price £'],
      ...['2024-10', '2024-11', '2024-12', '2025-01', '2025-02'].flatMap((month, i) => [
        [`${month}-01`, 'Shop', String(100 + i), '2.50'],
        ...(i < 3 ? [[`${month}-01`, 'Stall', String(40 + i), '3.50']] : []),
      ]),
    ]);
    const of = (parts: Partial<Layer>, value: string) => {
      const spec = parseSpec({
        version: 1,
        sheet: 's',
        across: { as: 'time', column: 'c1', step: 'month', partial: 'leave-out' },
        layers: [layer({ shape: 'figure', ...parts })],
        filters: [{ column: 'c2', keep: [value] }],
        scales: { left: { fit: 'zero' } },
        text: {},
      });
      return figureIn(layout(framed(spec, till), spec, { columns: byKey(till.columns) }));
    };
    test('the last step is that of the whole sheet, and nothing taken in it is 0', () => {
      expect(of({}, 'Shop')).toMatchObject({ of: 'Jan 2025', words: '£103.00' });
      expect(of({}, 'Stall')).toMatchObject({
        of: 'Jan 2025',
        words: '£0.00',
        change: { words: expect.stringContaining('against Dec 2024') },
      });
    });
    test('a ratio of no rows is unknown, and what is made of the values ends with them', () => {
      expect(of({ amount: { formula: 'c3 / c4' } }, 'Stall')).toMatchObject({ of: 'Jan 2025', words: '–' });
      expect(of({ then: 'running' }, 'Stall')).toMatchObject({ of: 'Dec 2024', words: '£123.00' });
    });
    test('an average of no rows is none, and it is said why nothing is compared', () => {
      expect(of({ amount: { column: 'c4' }, summary: 'mean' }, 'Stall')).toMatchObject({
        words: '–',
        lacks: 'no rows in Jan 2025',
      });
      expect(of({ summary: 'mean', style: { figure: { against: 'year-before' } } }, 'Shop')).toMatchObject({
        lacks: 'nothing a year before it to compare with',
      });
    });
  });
  test('of many digits is written as people write it', () => {
    const large = readTable([
      ['Day', 'Sold'],
      ['2025-01-01', '11288663.614425547'],
    ]);
    const spec = parseSpec({
      version: 1,
      sheet: 's',
      across: { as: 'time', column: 'c1', step: 'day' },
      layers: [layer({ amount: { column: 'c2' }, shape: 'figure' })],
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: {},
    });
    expect(figureIn(layout(framed(spec, large), spec, { columns: byKey(large.columns) }))?.words).toBe('11,288,664');
  });
});

test('a layer that is drawn further back keeps its colour', () => {
  const layers = [
    layer(),
    layer({ id: 'l2', amount: { column: 'c5' } }),
    layer({ id: 'l3', amount: { column: 'c4' } }),
  ];
  const colors = (order: Layer[]) =>
    Object.fromEntries(drawn({ layers: order }).series.map((one) => [one.layer, [one.color, one.symbol]]));
  expect(colors([layers[1], layers[2], layers[0]])).toEqual(colors(layers));
});

test('a logarithmic scale says so beside its numbers and in the sentence', () => {
  const scales = { left: { fit: 'close', kind: 'log' } } as const;
  const { scales: shown, sentence } = drawn({ scales });
  expect(shown.left?.title).toBe('Takings (£), logarithmic');
  expect(sentence).toContain('on a logarithmic scale');
  expect(drawn({ scales, layers: [layer({ shape: 'column' })] }).sentence).not.toContain('logarithmic');
  // Changes lie below zero too: the scale stays even, and nobody says otherwise.
  const even = drawn({ scales, layers: [layer({ then: 'change' })] });
  expect([even.scales.left?.kind, even.sentence.includes('logarithmic')]).toEqual(['linear', false]);
});

describe('a pie', () => {
  const pie = (style: Layer['style'], width = 700) =>
    drawn({ across: { as: 'group', column: 'c2' }, layers: [layer({ shape: 'pie', style })] }, { width, height: 300 });
  test('goes without its values where that is wished', () => {
    expect(slicesIn(pie({})).map(({ words }) => words)[0]).toMatch(/£.*%/);
    expect(slicesIn(pie({ values: false })).map(({ words }) => words)).toEqual(['', '']);
  });
  test('keeps the room of names before that of figures', () => {
    const labels = slicesIn(pie({}, 300)).map(({ label }) => label);
    for (const label of labels) if (label) expect(['Shop', 'Yard']).toContain(label.name);
    expect(labels.some((label) => label?.words !== undefined && !label.words.includes('£'))).toBe(true);
  });
});

test('shares on stacks are of their column, or of all', () => {
  const words = (shareOf?: 'all') =>
    drawn({
      ...split,
      across: { as: 'time', column: 'c1', step: 'year' },
      layers: [
        layer({
          shape: 'column',
          stack: 'stacked',
          style: { values: true, valuesAs: 'share', ...(shareOf ? { shareOf } : {}) },
        }),
      ],
    })
      .values?.filter(({ series }) => series === 'l1:Yard')
      .map(({ text }) => Number.parseFloat(text));
  for (const share of words() ?? []) expect(share).toBeCloseTo(74.7, 0);
  for (const share of words('all') ?? []) expect(share).toBeLessThan(20);
  expect(words()?.length).toBeGreaterThan(0);
});

test('words of the axes may be larger, and the plot gives them room', () => {
  const [plain, large] = [drawn({}), drawn({ look: { axisLetters: { size: 18 } } })];
  expect([tickSize(plain.look), tickSize(large.look)]).toEqual([12, 18]);
  expect(large.size.plot.left).toBeGreaterThan(plain.size.plot.left);
  expect(large.across.ticks.length).toBeLessThanOrEqual(plain.across.ticks.length);
});
