import { readTable } from '@/testing/table';
import { byKey, type ChartSpec } from '../spec';
import {
  assignSides,
  carryOver,
  draftSpec,
  fitScales,
  medianOf,
  propose,
  readRules,
  RULES,
  sortPicks,
  SOURCES,
} from '.';

const days = Array.from({ length: 90 }, (_, i) =>
  new Date(Date.UTC(2025, 0, 1) + i * 86_400_000).toISOString().slice(0, 10),
);
const { columns } = readTable([
  ['Sold on', 'Spot', 'Takings £', 'Cost £', 'Quantity', 'Rain (mm)', 'Receipt no', 'Remark'],
  ...days.map((day, i) => [
    day,
    ['Yard', 'Shop', 'Web'][i % 3],
    `${20 + i}.50`,
    `${10 + i}.25`,
    String(1 + (i % 9)),
    String(i % 5),
    String(40_000 + i),
    `${'a long remark of the day '.repeat(2)}${i}`,
  ]),
]);
const known = byKey(columns);
const keyOf = (name: string) => columns.find((column) => column.name === name)?.key ?? '';

function best(picks: readonly string[], medians: readonly (number | null)[] = []) {
  const draft = draftSpec('s', known, picks.map(keyOf));
  if (!draft) return undefined;
  const sided = assignSides(
    draft,
    known,
    draft.layers.map((_, i) => medians[i] ?? 10),
  );
  const proposals = propose({
    spec: { ...draft, layers: sided.layers },
    columns: known,
    places: 24,
    series: 1,
    sideReasons: sided.reasons,
    crowded: sided.crowded,
  });
  return { draft, proposals, spec: proposals[0].spec, reasons: proposals[0].reasons };
}

const shapes = (spec: ChartSpec) => spec.layers.map(({ shape, side }) => `${shape} ${side}`);

test('amounts of which one fits neither of two scales get a small copy each', () => {
  const found = best(['Sold on', 'Takings', 'Quantity', 'Cost'], [50_000, 4_000, 12]);
  expect(found?.spec.panels).toEqual({ by: 'layer' });
  expect(found?.reasons).toEqual(['Cost fits neither of two scales: each amount gets a small copy of its own.']);
  expect(best(['Sold on', 'Takings', 'Quantity', 'Cost'], [50_000, 4_000, 40_000])?.spec.panels).toBeUndefined();
});

describe('what the picks become', () => {
  test('a When runs across wherever it was picked, the first Group is the split then', () => {
    const sorted = sortPicks(known, ['Takings', 'Spot', 'Sold on'].map(keyOf));
    expect([sorted.across?.name, sorted.split?.name, sorted.amounts.map(({ name }) => name)]).toEqual([
      'Sold on',
      'Spot',
      ['Takings'],
    ]);
  });

  test('a Note among the picks is left out and it is said', () => {
    expect(sortPicks(known, ['Sold on', 'Remark'].map(keyOf)).leftOut.map(({ why }) => why)).toEqual([
      'Remark is free text and has no place in a chart.',
    ]);
  });

  test('a Key beside amounts alone is no axis of their dots: it is left out and it is said', () => {
    const sorted = sortPicks(known, ['Receipt no', 'Quantity', 'Rain'].map(keyOf));
    expect(sorted.amounts.map(({ name }) => name)).toEqual(['Quantity', 'Rain']);
    expect(sorted.leftOut.map(({ why }) => why)).toEqual([
      'Receipt no is left out: it tells the rows apart, and the chart is made of their amounts.',
    ]);
    expect(sortPicks(known, ['Sold on', 'Receipt no'].map(keyOf)).amounts.map(({ name }) => name)).toEqual([
      'Receipt no',
    ]);
  });

  test.each([
    [['Sold on', 'Takings'], ['line left']],
    [['Spot', 'Takings'], ['column left']],
    [['Quantity', 'Rain'], ['dot right']],
    [
      ['Sold on', 'Takings', 'Rain'],
      ['column left', 'line right'],
    ],
    [
      ['Spot', 'Takings', 'Rain'],
      ['column left', 'dot right'],
    ],
    [
      ['Sold on', 'Takings', 'Cost'],
      ['line left', 'line left'],
    ],
    [['Spot'], ['column left']],
    [['Takings'], ['column left']],
    [['Receipt no', 'Spot'], ['column left']],
  ] as const)('%j is drawn as %j', (picks, expected) => {
    const found = best(picks);
    const got = found ? shapes(found.spec) : [];
    // A scatter keeps its only layer on the left.
    expect(got.length).toBe(expected.length);
    expect(got.map((one) => one.split(' ')[0])).toEqual(expected.map((one) => one.split(' ')[0]));
    if (found?.spec.across.as !== 'number') expect(got).toEqual(expected);
  });

  test('one column alone counts by it: rows by a Group, different ones of a Key, the spread of an Amount', () => {
    expect(best(['Spot'])?.spec.layers[0]).toMatchObject({ amount: { rows: true }, summary: 'count' });
    expect(best(['Receipt no'])?.spec.layers[0]).toMatchObject({ summary: 'distinct' });
    expect(best(['Takings'])?.spec.across).toMatchObject({ as: 'bins' });
  });

  test('a line never joins groups, and lines are never stacked', () => {
    for (const picks of [['Spot', 'Takings'], ['Spot', 'Takings', 'Rain'], ['Sold on', 'Takings', 'Spot'], ['Spot']]) {
      for (const { spec } of best(picks)?.proposals ?? []) {
        if (spec.across.as === 'group') expect(spec.layers.map(({ shape }) => shape)).not.toContain('line');
        for (const layer of spec.layers) if (layer.stack) expect(layer.shape).toBe('column');
      }
    }
  });

  test('suggestions are few, fall in score, differ from each other and each has a reason', () => {
    const { proposals } = best(['Sold on', 'Takings', 'Spot']) ?? { proposals: [] };
    expect(proposals.length).toBeGreaterThan(1);
    expect(proposals.length).toBeLessThanOrEqual(6);
    const scores = proposals.map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    expect(new Set(proposals.map(({ spec }) => JSON.stringify([spec.across, spec.layers, spec.split]))).size).toBe(
      proposals.length,
    );
    for (const { reasons } of proposals) expect(reasons.length).toBeGreaterThan(0);
  });
});

describe('scales', () => {
  test('another unit gets a scale of its own, with the reason', () => {
    const found = best(['Sold on', 'Takings', 'Rain']);
    expect(found?.reasons.join(' ')).toMatch(/mm.*GBP.*scale of its own/);
  });

  test('sizes more than tenfold apart get two scales, within tenfold one', () => {
    expect(
      shapes(best(['Sold on', 'Takings', 'Cost'], [1000, 99])?.spec ?? ({ layers: [] } as unknown as ChartSpec))[1],
    ).toContain('right');
    expect(
      shapes(best(['Sold on', 'Takings', 'Cost'], [1000, 101])?.spec ?? ({ layers: [] } as unknown as ChartSpec))[1],
    ).toContain('left');
  });

  test('lines start at zero where the lowest is under half of the highest, else with breathing room; columns always at zero', () => {
    const spec = best(['Sold on', 'Takings'])?.spec;
    if (!spec) throw new Error('no chart');
    const fit = (values: number[], shape: 'line' | 'column') =>
      fitScales({ ...spec, layers: [{ ...spec.layers[0], shape }] }, { left: values, right: [] }).scales.left.fit;
    expect(fit([40, 100], 'line')).toBe('zero');
    expect(fit([80, 100], 'line')).toBe('breathing');
    expect(fit([-1, 100], 'line')).toBe('zero');
    expect(fit([80, 100], 'column')).toBe('zero');
  });

  test('the median of what is there', () =>
    expect([medianOf([3, null, 1, 2]), medianOf([1, 2]), medianOf([null])]).toEqual([2, 1.5, null]));
});

test('what was changed by hand stays when another column is picked', () => {
  const before = best(['Sold on', 'Takings'])?.spec;
  const next = best(['Sold on', 'Takings', 'Cost'])?.spec;
  if (!before || !next) throw new Error('no chart');
  const changed: ChartSpec = {
    ...before,
    layers: [{ ...before.layers[0], summary: 'median' }],
    text: { title: 'Mine' },
    across: { as: 'time', column: 'c1', step: 'month' },
  };
  const carried = carryOver(before, changed, next);
  expect(carried.layers.map(({ summary }) => summary)).toEqual(['median', next.layers[1].summary]);
  expect(carried.text.title).toBe('Mine');
  expect(carried.across).toMatchObject({ step: 'month' });
});

test('single rows and cycles that were chosen stay when a split is added', () => {
  const before = best(['Sold on', 'Takings'])?.spec;
  const next = best(['Sold on', 'Takings', 'Spot'])?.spec;
  if (!before || !next) throw new Error('no chart');
  for (const across of [
    { as: 'rows', column: 'c1' },
    { as: 'cycle', column: 'c1', cycle: 'weekday' },
  ] as const) {
    const carried = carryOver(before, { ...before, across }, next);
    expect([carried.across, carried.split?.column]).toEqual([across, keyOf('Spot')]);
    if (across.as === 'rows')
      expect(carryOver({ ...before, across }, { ...before, across }, next).across).toEqual(across);
  }
});

test('a name that is only read stays when another column is picked, but not among pairs of numbers', () => {
  const before = best(['Sold on', 'Takings'])?.spec;
  const next = best(['Sold on', 'Takings', 'Spot'])?.spec;
  const pairs = best(['Quantity', 'Rain'])?.spec;
  if (!before || !next || !pairs) throw new Error('nothing was recommended');
  const name: ChartSpec['layers'][number] = {
    id: 'l2',
    amount: { column: keyOf('Remark') },
    summary: 'first',
    shape: 'read',
    side: 'left',
  };
  const current = { ...before, layers: [...before.layers, name] };
  expect(carryOver(before, current, next).layers.map(({ shape }) => shape)).toEqual(['line', 'read']);
  expect(carryOver(before, current, pairs).layers.map(({ shape }) => shape)).toEqual(['dot']);
});

describe('the table of rules', () => {
  const line = 'over time, not split | lines | 0.5 | zacks | {series} lines. / Calm.';
  test('a line is read into what it looks at, proposes and says', () =>
    expect(readRules(line)).toEqual([
      {
        looksAt: [
          { fact: 'over time', not: false },
          { fact: 'split', not: true },
        ],
        form: 'lines',
        score: 0.5,
        from: 'zacks',
        says: ['{series} lines.', 'Calm.'],
      },
    ]));
  test.each([
    [line.replace('over time', 'over tide'), 'line 1 of the rules: no fact "over tide"'],
    [line.replace('| lines', '| lyons'), 'line 1 of the rules: no form "lyons"'],
    [line.replace('zacks', 'hearsay'), 'line 1 of the rules: no source "hearsay"'],
    [line.replace('0.5', 'high'), 'line 1 of the rules: "high" is no score'],
    [`\n${line.replace('{series}', '{serious}')}`, 'line 2 of the rules: no word "serious"'],
  ])('%s is refused', (wrong, message) => expect(() => readRules(wrong)).toThrow(message));
  test('every source is relied on, and no two lines are the same', () => {
    expect(new Set(RULES.map(({ from }) => from))).toEqual(new Set(Object.keys(SOURCES)));
    const lines = RULES.map((rule) => JSON.stringify(rule));
    expect(new Set(lines).size).toBe(lines.length);
  });
});
