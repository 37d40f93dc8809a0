import { boardRow, replaceBoard, saveBoard } from '../boards/boards';
import { parseBoard } from '@/core/boards';
import type { ChartSpec } from '@/core/spec';
import { cleanUp, takeIn } from '@/testing/sheets';
import type { ReadySheet } from '../sheets/sheets';
import { openBook } from './book';
import { chartAnswer, chartRow, deleteChart, listCharts, replaceChart, saveChart, usesOf } from './charts';
import { checkSpec, modelOf } from './model';

/** Cells are empty and unread in the yard alone; the rows of the levels do not stand in the order of their dates. */
const ROWS = `Day,Spot,Takings,Stock
2025-01-05,Yard,10,5
2025-01-06,Yard,,9
2025-01-07,Yard,12o,7
2025-03-01,Stall,20,1
2025-01-08,Stall,21,90
2025-02-01,Web,30,40
2025-01-09,Web,31,2
2025-01-10,Web,32,2
2025-01-11,Web,33,2
2025-01-12,Web,34,2
`;
let sheet: ReadySheet;
beforeAll(async () => {
  sheet = await takeIn('in-sight.csv', ROWS);
});
afterAll(cleanUp);

const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: sheet.id,
  across: { as: 'group', column: 'c2', order: { by: 'name' } },
  layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});
async function drawn(spec: ChartSpec) {
  const book = await openBook(spec);
  checkSpec(spec, book);
  return modelOf(spec, book);
}
const said = async (spec: ChartSpec) =>
  (await drawn(spec)).checks.filter(({ id }) => id === 'missing' || id === 'unread').map(({ message }) => message);

test('empty and unread cells are counted among the rows in sight', async () => {
  const yard = ['1 cell of Takings is empty.', '1 cell of Takings could not be read and is left out.'];
  expect((await said(chart())).sort()).toEqual(yard.sort());
  expect((await said(chart({ filters: [{ column: 'c2', keep: ['Yard'] }] }))).sort()).toEqual(yard.sort());
  expect(await said(chart({ filters: [{ column: 'c2', keep: ['Stall', 'Web'] }] }))).toEqual([]);
  expect(await said(chart({ setAside: [{ across: 'Yard' }] }))).not.toContain('1 cell of Takings is empty.');
});

test('the first by the last stock are ranked by date, as the chart shows them', async () => {
  const by = { amount: { column: 'c4' }, summary: 'last' as const };
  // By date the last stock is 7 in the yard, 1 at the stall and 40 on the web; by row it is 90 at the stall.
  const { across } = await drawn(chart({ filters: [{ column: 'c2', top: 1, by }] }));
  expect(across.values).toEqual(['Web']);
});

test('what filters leave out stands in the subtitle, unless its user wrote one', async () => {
  const filters = [{ column: 'c2', keep: ['Yard', 'Web'] }];
  expect((await drawn(chart({ filters }))).subtitle).toBe('Spot is Yard or Web');
  expect((await drawn(chart({ filters, text: { subtitle: 'Ours' } }))).subtitle).toBe('Ours');
  expect((await drawn(chart({ filters, text: { subtitle: '' } }))).subtitle).toBe('');
  const figure = chart({
    filters,
    layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'figure', side: 'left' }],
  });
  expect((await drawn(figure)).subtitle).toBe('Spot is Yard or Web');
});

test('a name is kept beside the title, survives a change without one, and goes with an empty one', async () => {
  const { id } = await saveChart(chart(), 'For Monday');
  const listed = async () => (await listCharts()).find((one) => one.id === id);
  expect(await listed()).toMatchObject({ name: 'For Monday', title: 'Takings by spot' });
  await replaceChart(id, chart({ text: { title: 'Printed' } }), 1);
  expect(await listed()).toMatchObject({ name: 'For Monday', title: 'Printed' });
  await replaceChart(id, chart(), 2, '  ');
  expect(await listed()).toMatchObject({ name: 'Takings by spot' });
  expect(chartAnswer(await chartRow(id))).not.toHaveProperty('name');
});

test('a new board names what is there; an old one can lose it, and says who uses a chart', async () => {
  const { id } = await saveChart(chart(), 'On a board');
  const tile = (show: string, more = {}) => ({ id: 'a', x: 0, y: 0, w: 6, h: 6, show: { chart: show }, ...more });
  const board = (tiles: readonly object[]) => parseBoard({ name: 'Monday', tiles });
  const onlyIf = { sheet: sheet.id, amount: { column: 'c99' }, summary: 'sum', is: 'above', than: 1 };
  await expect(saveBoard(board([tile('never')]))).rejects.toMatchObject({ errors: [{ path: 'tiles.0.show.chart' }] });
  await expect(saveBoard(board([tile(id, { onlyIf })]))).rejects.toMatchObject({
    errors: [{ path: 'tiles.0.onlyIf' }],
  });
  const saved = await saveBoard(board([tile(id)]));
  expect((await usesOf(id)).boards).toEqual([{ id: saved.id, name: 'Monday' }]);
  await deleteChart(id);
  await replaceBoard(saved.id, { ...board([tile(id)]), name: 'Tuesday' }, 1);
  expect((await boardRow(saved.id)).name).toBe('Tuesday');
});
