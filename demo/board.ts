import type { Board } from '@/core/boards';
import type { ChartSpec } from '@/core/spec';
import { byShareOfTarget, finderIn, type Sheet } from './charts';

/** The charts of the board, by what they are called here. */
export function boardCharts(sheets: ReadonlyMap<string, Sheet>): Record<BoardChart, ChartSpec> {
  const find = finderIn(sheets);
  const till = find('till-receipts.csv');
  const water = find('watering-log.csv');
  const benches = find('bench-targets.csv');
  const byWeek = { as: 'time', column: till.key('Sold on'), step: 'week', partial: 'leave-out' } as const;
  const figure = { against: 'year-before', line: true } as const;
  const takings = { id: 'l1', amount: { column: till.key('Takings') }, summary: 'sum', side: 'left' } as const;
  const zero = { version: 1, filters: [], scales: { left: { fit: 'zero' } } } as const;
  return {
    takings: {
      ...zero,
      filters: [],
      sheet: till.id,
      across: byWeek,
      text: { title: 'Takings last week' },
      layers: [{ ...takings, shape: 'figure', style: { figure } }],
    },
    receipts: {
      ...zero,
      filters: [],
      sheet: till.id,
      across: byWeek,
      text: { title: 'Receipts last week' },
      layers: [
        {
          id: 'l1',
          amount: { column: till.key('Receipt no') },
          summary: 'distinct',
          side: 'left',
          shape: 'figure',
          style: { figure },
        },
      ],
    },
    spots: {
      ...zero,
      sheet: till.id,
      across: byWeek,
      split: { column: till.key('Spot') },
      filters: [{ column: till.key('Sold on'), window: 'year-to-date' }],
      text: { title: 'Takings by week and spot, this year' },
      layers: [{ ...takings, shape: 'line' }],
    },
    benches: {
      ...zero,
      filters: [],
      sheet: benches.id,
      across: byShareOfTarget(benches),
      text: { title: 'Trays potted against target' },
      layers: [
        { id: 'l1', amount: { column: benches.key('Trays potted') }, summary: 'sum', shape: 'bar', side: 'left' },
        { id: 'l2', amount: { column: benches.key('Target trays') }, summary: 'sum', shape: 'target', side: 'left' },
      ],
    },
    groups: {
      ...zero,
      sheet: till.id,
      across: { as: 'time', column: till.key('Sold on'), step: 'month' },
      panels: { column: till.key('Plant group'), keep: 6 },
      filters: [{ column: till.key('Sold on'), window: 'year-to-date' }],
      text: { title: 'Each plant group' },
      layers: [{ ...takings, shape: 'line' }],
    },
    water: {
      ...zero,
      sheet: water.id,
      across: { as: 'time', column: water.key('Date'), step: 'week' },
      filters: [{ column: water.key('Date'), window: 'year-to-date' }],
      text: { title: 'Litres watered by week' },
      layers: [
        { id: 'l1', amount: { column: water.key('Water used') }, summary: 'sum', shape: 'column', side: 'left' },
      ],
    },
  };
}

export type BoardChart = 'takings' | 'receipts' | 'spots' | 'benches' | 'groups' | 'water';

/** What is looked at on a Monday. */
export function mondayMorning(charts: Readonly<Record<BoardChart, string>>, till: Sheet): Board {
  const key = (name: string) => till.columns.find((column) => column.name === name)?.key ?? 'c1';
  return {
    name: 'Monday morning',
    refresh: 60,
    filters: [],
    tiles: [
      { id: 't1', x: 0, y: 0, w: 3, h: 4, show: { chart: charts.takings } },
      { id: 't2', x: 3, y: 0, w: 3, h: 4, show: { chart: charts.receipts } },
      {
        id: 't3',
        x: 6,
        y: 0,
        w: 3,
        h: 4,
        show: { text: '# To do\nOrder bulb nets before Friday. Glasshouse bay 4 runs warm: see the log.' },
        opens: 'nothing',
      },
      {
        id: 't4',
        x: 9,
        y: 0,
        w: 3,
        h: 4,
        show: { text: '# A slow week\nTakings of this week are low so far. Put the market stall out on Saturday.' },
        opens: 'nothing',
        onlyIf: {
          sheet: till.id,
          amount: { column: key('Takings') },
          summary: 'sum',
          filters: [{ column: key('Sold on'), window: 'this-week' }],
          is: 'below',
          than: 12000,
        },
      },
      { id: 't5', x: 0, y: 4, w: 8, h: 8, show: { chart: charts.spots } },
      { id: 't6', x: 8, y: 4, w: 4, h: 8, show: { chart: charts.benches } },
      { id: 't7', x: 0, y: 12, w: 6, h: 7, show: { chart: charts.groups } },
      { id: 't8', x: 6, y: 12, w: 6, h: 7, show: { chart: charts.water } },
    ],
  };
}
