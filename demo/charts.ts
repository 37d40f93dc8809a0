import type { ColumnProfile } from '@/core/inference';
import type { ChartSpec } from '@/core/spec';

export interface Sheet {
  id: string;
  name: string;
  columns: Pick<ColumnProfile, 'key' | 'name'>[];
}

/** Finds the sheet of a demo file, and the keys of its columns by name. */
export const finderIn = (sheets: ReadonlyMap<string, Sheet>) => (file: string) => {
  const sheet = sheets.get(file);
  if (!sheet) throw new Error(`no demo file ${file}`);
  const key = (name: string) => {
    const column = sheet.columns.find((one) => one.name === name);
    if (!column) throw new Error(`${file} has no column ${name}`);
    return column.key;
  };
  return { id: sheet.id, key };
};

/** Benches, the furthest along first. */
export const byShareOfTarget = ({ key }: { key: (name: string) => string }): ChartSpec['across'] => ({
  as: 'group',
  column: key('Bench'),
  order: {
    by: 'amount',
    amount: { formula: `${key('Trays potted')} / ${key('Target trays')}` },
    summary: 'sum',
    descending: true,
  },
});

/** One chart of each kind, the simplest last, so that it comes first on the desk. */
export function demoCharts(sheets: ReadonlyMap<string, Sheet>): ChartSpec[] {
  const find = finderIn(sheets);
  const till = find('till-receipts.csv');
  const trials = find('germination-trials.csv');
  const water = find('watering-log.csv');
  const plan = find('season-plan.xlsx');
  const benches = find('bench-targets.csv');
  const takings = { id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', side: 'left' } as const;
  const tillChart = { version: 1, sheet: till.id, filters: [], scales: { left: { fit: 'zero' } } } as const;
  return [
    {
      ...tillChart,
      filters: [],
      across: { as: 'group', column: till.key('Item'), order: { by: 'value', descending: true } },
      text: { title: 'What every item brings in' },
      layers: [{ ...takings, shape: 'bar', style: { values: true } }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'group', column: till.key('Paid by'), order: { by: 'value', descending: true } },
      text: { title: 'How our customers pay' },
      layers: [{ ...takings, shape: 'pie', style: { ring: 'whole' } }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'time', column: till.key('Sold on'), step: 'month', partial: 'leave-out' },
      text: { title: 'Takings of the last whole month' },
      layers: [{ ...takings, shape: 'figure' }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'time', column: till.key('Sold on'), step: 'quarter', partial: 'leave-out' },
      split: { column: till.key('Spot') },
      text: { title: 'Where the takings come from' },
      layers: [{ ...takings, shape: 'column', stack: 'share' }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'time', column: till.key('Sold on'), step: 'month' },
      panels: { column: till.key('Plant group') },
      text: {},
      layers: [{ ...takings, shape: 'line' }],
    },
    {
      ...tillChart,
      filters: [],
      across: { as: 'cycle', column: till.key('Sold on'), cycle: 'month-of-year' },
      split: { column: till.key('Sold on'), step: 'year' },
      text: { title: 'The season, year by year' },
      layers: [{ ...takings, shape: 'line' }],
    },
    {
      version: 1,
      sheet: benches.id,
      across: byShareOfTarget(benches),
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: { title: 'Trays potted against target, the furthest along first' },
      layers: [
        { id: 'l1', amount: { column: benches.key('Trays potted') }, summary: 'sum', shape: 'column', side: 'left' },
        { id: 'l2', amount: { column: benches.key('Target trays') }, summary: 'sum', shape: 'target', side: 'left' },
      ],
    },
    {
      version: 1,
      sheet: till.id,
      across: { as: 'time', column: till.key('Sold on'), step: 'month', partial: 'leave-out' },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: { title: 'Takings so far, and the plan from there' },
      layers: [
        { id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', shape: 'line', side: 'left' },
        {
          id: 'l2',
          amount: { column: plan.key('Planned takings') },
          summary: 'sum',
          shape: 'line',
          side: 'left',
          from: { sheet: plan.id, across: plan.key('Month') },
          fills: 'l1',
        },
      ],
    },
    {
      version: 1,
      sheet: water.id,
      across: { as: 'time', column: water.key('Date'), step: 'month' },
      filters: [],
      scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
      text: { title: 'Water used and what was left in the tank' },
      layers: [
        { id: 'l1', amount: { column: water.key('Water used') }, summary: 'sum', shape: 'column', side: 'left' },
        { id: 'l2', amount: { column: water.key('Tank level') }, summary: 'last', shape: 'line', side: 'right' },
      ],
    },
    {
      version: 1,
      sheet: trials.id,
      across: { as: 'number', column: trials.key('Soil warmth') },
      split: { column: trials.key('Variety') },
      filters: [],
      scales: { left: { fit: 'zero' }, across: { fit: 'close' } },
      text: { title: 'Warm soil brings seedlings up sooner' },
      layers: [
        { id: 'l1', amount: { column: trials.key('Days to emerge') }, summary: 'mean', shape: 'dot', side: 'left' },
      ],
    },
    {
      version: 1,
      sheet: till.id,
      across: { as: 'time', column: till.key('Sold on'), step: 'month' },
      split: { column: till.key('Spot') },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: {},
      layers: [{ id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', shape: 'line', side: 'left' }],
    },
  ];
}
