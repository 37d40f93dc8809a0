/** Every check: a chart that has it, one like it that has not, and that the change it offers answers it. */
import { CHECK_IDS, type CheckId } from '@/core/layout';
import { parseSpec, type ChartSpec, type Layer } from '@/core/spec';
import { rereadSheet } from '../sheets/changes';
import { readySheet, type ReadySheet } from '../sheets/sheets';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';

/** A shop's half year without rows in April, begun and left off in the middle of a month. */
const SHOP = [
  'Sold on,Spot,Receipt no,Takings £,Discount (%),Rain (mm),Average basket,Returned',
  '2025-01-10,Yard,900101,10.50,5,3,4.20,1',
  '2025-01-12,Shop,900102,20.00,10,0,5.10,-2',
  '2025-01-20,Web,900110,14.00,5,2,4.40,1',
  '2025-02-03,Yard,900103,closed,5,1,4.90,3',
  '2025-02-17,Stall,900104,,0,7,3.30,2',
  '2025-02-20,Yard,900111,9.60,0,1,3.10,2',
  '2025-03-05,Shop,900105,31.20,15,2,6.40,4',
  '2025-03-29,Web,900106,8.80,5,0,2.70,1',
  '2025-03-30,Stall,900112,11.10,10,6,4.00,1',
  '2025-05-06,Yard,900107,12.40,5,4,4.60,2',
  '2025-05-20,Stall,900108,15.90,10,9,5.50,5',
  '2025-06-11,Web,900109,22.10,0,0,3.90,1',
].join('\n');
const PEOPLE = `When,Who,Came\n,Ada,1\n${Array.from({ length: 12 }, (_, i) => `2025-03-${10 + i},Person ${i},${2 + i}\n2025-03-${10 + i},Person ${i},4`).join('\n')}\n`;
const SUMS = 'Where,Sold\nYard,10\nTotal,60\nShop,20\nWeb,30\nYard,0\nShop,0\nWeb,0\n';
const DAYS = 'Day,Sold\n03/04/2025,10\n05/06/2025,12\n07/08/2025,9\n';
const FAR = `At,Size\n${Array.from({ length: 8 }, (_, i) => `2025-0${1 + i}-01,${10 ** (i % 5)}`).join('\n')}\n`;
const LINES =
  'Line,Jan 2025,Feb 2025,Mar 2025\nTakings (£),1200,1300,1250\nCosts (£),800,820,790\nVisitors,310,290,305\n';
/** Two years of months, one of them without a figure. */
const SEASONS = `At,Size\n${Array.from({ length: 26 }, (_, i) => `${2023 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}-01,${i === 17 ? '' : 100 + 30 * ((i * 5) % 12) + i}`).join('\n')}\n`;
const PLAN = 'Where,Planned\nYard,50\nKiosk,70\n';
const DOTS = `Long,Wide\n${Array.from({ length: 5400 }, (_, i) => `${(i % 73) + i / 10_000},${((i * 7) % 91) + i / 7_000}`).join('\n')}\n`;

let sheets: Record<'shop' | 'people' | 'sums' | 'days' | 'far' | 'plan' | 'dots' | 'lines' | 'seasons', ReadySheet>;
beforeAll(async () => {
  const texts = {
    shop: SHOP,
    people: PEOPLE,
    sums: SUMS,
    days: DAYS,
    far: FAR,
    plan: PLAN,
    dots: DOTS,
    lines: LINES,
    seasons: SEASONS,
  };
  const taken = await Promise.all(
    Object.entries(texts).map(async ([name, text]) => [name, await takeIn(`checks-${name}.csv`, text)] as const),
  );
  sheets = Object.fromEntries(taken) as typeof sheets;
  // The reading leaves totals rows out by itself; here its user said to count them in.
  await rereadSheet(sheets.sums.id, { findings: { totals: false } });
  sheets.sums = await readySheet(sheets.sums.id);
  await rereadSheet(sheets.lines.id, { findings: { measures: false } });
  sheets.lines = await readySheet(sheets.lines.id);
});
afterAll(cleanUp);

const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c4' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...parts,
});
type Parts = Partial<ChartSpec>;
const byMonth: Parts = { across: { as: 'time', column: 'c1', step: 'month' }, layers: [layer()] };
const bySpot: Parts = { across: { as: 'group', column: 'c2' }, layers: [layer({ shape: 'column' })] };
const of = (parts: Partial<Layer>, more: Parts = byMonth): Parts => ({ ...more, layers: [layer(parts)] });
const second = (parts: Partial<Layer>) => [layer(), layer({ id: 'l2', ...parts })];
const groups = (amount: string): Parts => ({
  across: { as: 'group', column: 'c1' },
  layers: [layer({ amount: { column: amount }, shape: 'column' })],
});

/** Of which sheet, the chart that has the check, one like it that has not; `answered`: it offers a change. */
type Case = readonly [sheet: keyof typeof sheets, has: Parts, hasNot: Parts, answered: boolean];
const rows: Partial<Layer> = { amount: { rows: true }, summary: 'count' };
const CASES: Readonly<Record<Exclude<CheckId, 'gone-column'>, Case>> = {
  'not-from-zero': ['shop', { ...byMonth, scales: { left: { fit: 'fixed', min: 5, max: 60 } } }, byMonth, true],
  'cut-off': [
    'shop',
    { ...byMonth, scales: { left: { fit: 'fixed', min: 0, max: 20 } } },
    { ...byMonth, scales: { left: { fit: 'fixed', min: 0, max: 200 } } },
    true,
  ],
  unread: ['shop', byMonth, of(rows), false],
  missing: ['shop', byMonth, of(rows), false],
  gaps: ['shop', byMonth, { ...byMonth, across: { as: 'time', column: 'c1', step: 'year' } }, true],
  joined: ['shop', { ...byMonth, across: { as: 'time', column: 'c1', step: 'month', gaps: 'bridge' } }, byMonth, true],
  'partial-first': [
    'shop',
    byMonth,
    { ...byMonth, across: { as: 'time', column: 'c1', step: 'month', partial: 'leave-out' } },
    true,
  ],
  'partial-last': ['shop', byMonth, bySpot, true],
  'rate-totalled': ['shop', of({ amount: { column: 'c5' } }), of({ amount: { column: 'c5' }, summary: 'mean' }), true],
  'mean-of-means': [
    'shop',
    of({ amount: { column: 'c7' }, summary: 'mean' }),
    of({ amount: { column: 'c6' }, summary: 'mean' }),
    false,
  ],
  'key-totalled': [
    'shop',
    of({ amount: { column: 'c3' } }),
    of({ amount: { column: 'c3' }, summary: 'distinct' }),
    true,
  ],
  'few-rows': ['shop', of({ amount: { column: 'c6' }, summary: 'mean' }), of({ amount: { column: 'c6' } }), true],
  'totals-rows': [
    'sums',
    groups('c2'),
    { ...groups('c2'), filters: [{ column: 'c1', keep: ['Total'], not: true }] },
    true,
  ],
  'too-many-series': [
    'people',
    {
      across: { as: 'time', column: 'c1', step: 'day' },
      split: { column: 'c2' },
      layers: [layer({ amount: { column: 'c3' } })],
    },
    { across: { as: 'time', column: 'c1', step: 'day' }, layers: [layer({ amount: { column: 'c3' } })] },
    true,
  ],
  'too-many-slices': [
    'people',
    { across: { as: 'group', column: 'c2' }, layers: [layer({ amount: { column: 'c3' }, shape: 'pie' })] },
    { across: { as: 'group', column: 'c2', keep: 3 }, layers: [layer({ amount: { column: 'c3' }, shape: 'pie' })] },
    true,
  ],
  'stacked-negative': [
    'shop',
    { ...of({ amount: { column: 'c8' }, shape: 'column', stack: 'stacked' }), split: { column: 'c2' } },
    { ...of({ amount: { column: 'c6' }, shape: 'column', stack: 'stacked' }), split: { column: 'c2' } },
    true,
  ],
  'two-scales': [
    'shop',
    {
      ...byMonth,
      layers: second({ amount: { column: 'c6' }, side: 'right' }),
      scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
    },
    byMonth,
    true,
  ],
  'third-unit': [
    'shop',
    { ...byMonth, layers: second({ amount: { column: 'c6' } }) },
    { ...byMonth, layers: second({ then: 'running' }) },
    true,
  ],
  'log-suggested': [
    'far',
    of({ amount: { column: 'c2' } }),
    { ...of({ amount: { column: 'c2' } }), scales: { left: { fit: 'close', kind: 'log' } } },
    true,
  ],
  'form-unsuited': ['shop', { ...bySpot, layers: [layer()] }, bySpot, true],
  'filter-hides': [
    'people',
    { ...of({ amount: { column: 'c3' } }), filters: [{ column: 'c2', keep: ['Person 1'] }] },
    of({ amount: { column: 'c3' } }),
    true,
  ],
  'set-aside': ['shop', { ...bySpot, setAside: [{ across: 'Yard' }] }, bySpot, true],
  'left-out': [
    'people',
    of({ amount: { column: 'c3' } }),
    { across: { as: 'group', column: 'c2' }, layers: [layer({ amount: { column: 'c3' } })] },
    false,
  ],
  unmatched: ['shop', bySpot, bySpot, false],
  'ambiguous-dates': [
    'days',
    of({ amount: { column: 'c2' } }),
    { across: { as: 'bins', column: 'c2' }, layers: [layer({ ...rows, shape: 'column' })] },
    false,
  ],
  empty: ['shop', { ...byMonth, filters: [{ column: 'c2', keep: ['Nowhere'] }] }, byMonth, true],
  'formula-blank': ['shop', of({ amount: { formula: 'c4 * c6' } }), of({ amount: { formula: 'c4 - c6' } }), true],
  'parts-of-averages': [
    'shop',
    { ...bySpot, layers: [layer({ amount: { column: 'c6' }, summary: 'mean', shape: 'pie' })] },
    { ...bySpot, layers: [layer({ amount: { column: 'c6' }, shape: 'pie' })] },
    true,
  ],
  'empty-series': ['shop', { ...byMonth, layers: second({ fills: 'l1' }) }, { ...byMonth, layers: second({}) }, true],
  'mixed-measures': [
    'lines',
    { across: { as: 'time', column: 'c1', step: 'month' }, layers: [layer({ amount: { column: 'c6' } })] },
    {
      across: { as: 'time', column: 'c1', step: 'month' },
      split: { column: 'c5' },
      layers: [layer({ amount: { column: 'c6' } })],
    },
    true,
  ],
  'merged-points': [
    'dots',
    { across: { as: 'number', column: 'c1' }, layers: [layer({ amount: { column: 'c2' }, shape: 'dot' })] },
    {
      across: { as: 'number', column: 'c1' },
      layers: [layer({ amount: { column: 'c2' }, shape: 'dot' })],
      filters: [{ column: 'c1', from: 0, to: 10 }],
    },
    false,
  ],
  'trend-refused': [
    'shop',
    { ...of({ amount: { column: 'c8' } }), trends: [{ id: 't1', layer: 'l1', kind: 'seasonal' }] },
    { ...byMonth, trends: [{ id: 't1', layer: 'l1', kind: 'linear' }] },
    true,
  ],
  'trend-weak': [
    'far',
    { ...of({ amount: { column: 'c2' } }), trends: [{ id: 't1', layer: 'l1', kind: 'linear' }] },
    { ...of({ amount: { column: 'c2' } }), trends: [{ id: 't1', layer: 'l1', kind: 'polynomial', degree: 6 }] },
    true,
  ],
  'trend-filled': [
    'seasons',
    { ...of({ amount: { column: 'c2' } }), trends: [{ id: 't1', layer: 'l1', kind: 'seasonal' }] },
    { ...of({ amount: { column: 'c2' } }), trends: [{ id: 't1', layer: 'l1', kind: 'linear' }] },
    true,
  ],
  'carried-on': [
    'shop',
    { ...byMonth, trends: [{ id: 't1', layer: 'l1', kind: 'linear', ahead: 3 }] },
    { ...byMonth, trends: [{ id: 't1', layer: 'l1', kind: 'linear' }] },
    true,
  ],
  view: ['shop', { ...byMonth, view: { from: '2025-02-01', to: '2025-03-01' } }, byMonth, false],
  'condition-none': [
    'shop',
    of({ style: { colorBy: { when: [{ is: 'above', than: 1e6, color: '#c4552d' }] } } }),
    of({ style: { colorBy: { when: [{ is: 'above', than: 1, color: '#c4552d' }] } } }),
    true,
  ],
  'reference-none': [
    'shop',
    { ...byMonth, references: [{ id: 'r1', on: 'across', at: '31/02' }] },
    { ...byMonth, references: [{ id: 'r1', on: 'across', at: '15/02/2025' }] },
    true,
  ],
  'remark-none': [
    'shop',
    { ...byMonth, remarks: { own: [{ id: 'm1', at: '1999-01-01', text: 'Long before' }] } },
    { ...byMonth, remarks: { own: [{ id: 'm1', at: '2025-02-01', text: 'Snow' }] } },
    false,
  ],
  faint: ['shop', { ...byMonth, look: { ground: '#16211d' } }, { ...byMonth, look: { ground: '#f3e9d2' } }, true],
  'moves-together': [
    'shop',
    {
      ...byMonth,
      layers: second({ amount: { column: 'c6' }, side: 'right' }),
      scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
    },
    byMonth,
    false,
  ],
};

const whole = (sheet: ReadySheet, parts: Parts): ChartSpec => ({
  version: 1,
  sheet: sheet.id,
  across: { as: 'group', column: 'c1' },
  layers: [],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...parts,
});

/** What a chart names and its sheet lacks is said before anything is drawn: core/spec/gone.test.ts. */
const DRAWN_IDS = CHECK_IDS.filter((id) => id !== 'gone-column');

test.each(DRAWN_IDS)('%s is said where it is so and not where it is not, and what it offers answers it', async (id) => {
  const [name, has, hasNot, answered] = CASES[id];
  const sheet = sheets[name];
  const planned = layer({
    id: 'l2',
    shape: 'target',
    amount: { column: 'c2' },
    from: { sheet: sheets.plan.id, across: 'c1' },
  });
  const spec = whole(sheet, id === 'unmatched' ? { ...has, layers: [...(has.layers ?? []), planned] } : has);
  const { checks, across } = await drawn(sheet, spec);
  const check = checks.find((one) => one.id === id);
  if (!check) throw new Error(`only ${JSON.stringify(checks)} of ${sheet.rowCount} rows at ${across.values.join()}`);
  expect(check.message).toMatch(/^\S.*\.$/);
  expect((await drawn(sheet, whole(sheet, hasNot))).checks.map((one) => one.id)).not.toContain(id);
  expect(check.change !== undefined).toBe(answered);
  // What only takes a part of the spec away cannot be sent as a part of one.
  expect(check.changeWords !== undefined).toBe(answered || id === 'view');
  if (!check.change) return;
  const next = parseSpec(JSON.parse(JSON.stringify({ ...spec, ...check.change })));
  expect((await drawn(sheet, next)).checks.filter((one) => one.id === id && one.message === check.message)).toEqual([]);
});
