import type { BoardTile } from '@/core/api';
import { parseBoard, type Tile } from '@/core/boards';
import type { ChartSpec } from '@/core/spec';
import { queryKey } from '@/core/shaping';
import { cleanUp, takeIn } from '@/testing/sheets';
import { deleteChart, replaceChart, saveChart } from '../charts/charts';
import { bringBack, deletedThings, purgeDeleted } from '../desk/deleted';
import { Problem } from '../problem';
import { asker } from '../query/run';
import { putSheetAway } from '../sheets/deleting';
import { sheetRow, type ReadySheet } from '../sheets/sheets';
import { boardModels } from './models';
import { boardRow, deleteBoard, replaceBoard, saveBoard } from './boards';
import { askTogether } from './together';
import { watchBoard, type Change } from './watch';

const SALES = `Day,Spot,Item,Takings
2025-01-05,Yard,Fern,10
2025-01-20,Stall,Ivy,20
2025-02-03,Yard,Ivy,30
2025-02-10,Stall,Moss,5
`;
let sales: ReadySheet;
let other: ReadySheet;
beforeAll(async () => {
  [sales, other] = await Promise.all([
    takeIn('board-sales.csv', SALES),
    takeIn('board-other.csv', 'Day,Litres\n2025-01-05,3\n2025-02-05,4\n'),
  ]);
});
afterAll(cleanUp);

const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: sales.id,
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [{ id: 'l1', amount: { column: 'c4' }, summary: 'sum', shape: 'column', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});
const place = (i: number) => ({ id: `t${i}`, x: (i % 3) * 4, y: Math.floor(i / 3) * 6, w: 4, h: 6 });
const boardOf = async (specs: readonly ChartSpec[], tiles: Partial<Tile> = {}) => {
  const saved = await Promise.all(specs.map((spec) => saveChart(spec)));
  return { saved, tiles: saved.map(({ id }, i): Tile => ({ ...place(i), show: { chart: id }, ...tiles })) };
};
const values = (tile: BoardTile) => tile.model?.series.map((series) => series.values);

test('all tiles come with one request, filtered by the names of their columns; the sheet without one is whole', async () => {
  const { tiles } = await boardOf([
    chart(),
    chart({
      sheet: other.id,
      layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' }],
    }),
  ]);
  const found = await boardModels({ tiles, filters: [{ column: 'spot', keep: ['Yard'] }] });
  expect(found.tiles.map(values)).toEqual([[[10, 30]], [[3, 4]]]);
  expect(Date.parse(found.asOf)).toBeGreaterThan(Date.now() - 60_000);
});

test('a broken tile says why and breaks no other; a deleted chart is said; a text is a text', async () => {
  const { saved, tiles } = await boardOf([chart(), chart(), chart()]);
  await deleteChart(saved[1].id);
  const all: Tile[] = [
    ...tiles,
    { ...place(3), show: { text: '# Note\n<b>as it is</b>' } },
    { ...place(4), show: { chart: 'never' } },
  ];
  const found = await boardModels({
    tiles: all,
    filters: [{ column: 'Item', top: 2, by: { amount: { column: 'Spot' }, summary: 'sum' } }],
  });
  expect(found.tiles[1].error).toMatch(/was deleted/);
  expect(found.tiles[4].error).toMatch(/was deleted/);
  expect(found.tiles[3].text).toBe('# Note\n<b>as it is</b>');
  expect(found.tiles[0].error).toBeDefined();
  const plain = await boardModels({ tiles: all, filters: [] });
  expect(values(plain.tiles[0])).toEqual([[30, 35]]);
});

test('a tile under a condition that does not hold is hidden, with its reason; the filters of the board hold for it too', async () => {
  const onlyIf = { sheet: sales.id, amount: { column: 'c4' }, summary: 'sum', is: 'below', than: 50 } as const;
  const { tiles } = await boardOf([chart()], { onlyIf });
  const [hidden] = (await boardModels({ tiles, filters: [] })).tiles;
  expect(hidden.hidden).toBe('Only shown while takings is below 50: now 65.');
  expect(hidden.model).toBeUndefined();
  const [shown] = (await boardModels({ tiles, filters: [{ column: 'Spot', keep: ['Yard'] }] })).tiles;
  expect(shown.hidden).toBeUndefined();
  expect(shown.onlyIf).toMatch(/^takings, where Spot is Yard, is below 50$/);
});

test('a condition on a column that is gone is said on its tile alone', async () => {
  const onlyIf = { sheet: sales.id, amount: { column: 'c99' }, summary: 'sum', is: 'above', than: 1 } as const;
  const { tiles } = await boardOf([chart()], { onlyIf });
  const found = await boardModels({ tiles: [...tiles, { ...place(1), show: { text: 'still here' } }], filters: [] });
  expect(found.tiles[0].error).toMatch(/condition cannot be looked at/);
  expect(found.tiles[1].text).toBe('still here');
});

test('what follows from another question is not asked; every answer is what it would be alone', async () => {
  const { rows } = { rows: { want: 'rows' } as const };
  const sum = { want: 'sum', of: 'c4' } as const;
  const day = { as: 'step', column: 'c1', step: 'day', calendar: {} } as const;
  const spot = { as: 'value', column: 'c2' } as const;
  const base = { kind: 'grouped', sheet: sales.id, filters: [] } as const;
  const queries = [
    { ...base, axes: [day, spot], measures: [rows, sum] },
    { ...base, axes: [day], measures: [rows, sum] },
    { ...base, axes: [{ ...day, step: 'month' as const }], measures: [rows] },
    { ...base, axes: [spot], measures: [rows, { want: 'max', of: 'c4' } as const] },
    { ...base, axes: [day], measures: [rows, { want: 'median', of: 'c4' } as const] },
  ];
  const alone = asker(new Map([[sales.id, sales]]));
  let asked = 0;
  const answers = await askTogether(queries, (query) => {
    asked++;
    return alone(query);
  });
  expect(asked).toBe(2);
  for (const query of queries) {
    const together = answers.get(queryKey(query));
    if (!together || !('done' in together)) throw new Error('no answer');
    const own = await alone(query);
    const lines = (answer: typeof own) =>
      'size' in answer
        ? Array.from({ length: answer.size }, (_, i) =>
            JSON.stringify([
              answer.axes.map((axis) => axis[i]),
              answer.measures.map((one) => (one[i] === null ? null : Number(one[i]))),
            ]),
          ).sort()
        : [];
    expect(lines(together.done)).toEqual(lines(own));
  }
});

test('a board keeps its revision: of two who change it the second is told', async () => {
  const { id } = await saveBoard(parseBoard({ name: 'Twice', tiles: [] }));
  await replaceBoard(id, parseBoard({ name: 'Once', tiles: [] }), 1);
  await expect(replaceBoard(id, parseBoard({ name: 'Again', tiles: [] }), 1)).rejects.toMatchObject({ status: 412 });
  expect((await boardRow(id)).name).toBe('Once');
});

test('who watches is told within seconds which tiles are new, and nobody is looked for when nobody watches', async () => {
  const { saved, tiles } = await boardOf([
    chart(),
    chart({
      sheet: other.id,
      layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' }],
    }),
  ]);
  const { id } = await saveBoard(parseBoard({ name: 'Watched', tiles }));
  const told: Change[] = [];
  const { stop, now } = await watchBoard(id, (change) => told.push(change));
  // At once: what is new in the first second is told too.
  await replaceChart(saved[1].id, { ...saved[1].spec, text: { title: 'Another' } }, 1);
  await new Promise((resolve) => setTimeout(resolve, 2_500));
  stop();
  expect(told).toEqual([{ is: 'changed', tiles: ['t1'] }]);
  // What the stream begins with is held against what was drawn.
  const { signs } = await boardModels({ tiles, filters: [] });
  expect(tiles.map((tile) => signs[tile.id] === now.signs[tile.id])).toEqual([true, false]);
});

test('a chart that was deleted before its sheet comes back with it, and stays when the sheet would have gone for good', async () => {
  const sheet = await takeIn('chart-first.csv', SALES);
  const first = await saveChart(chart({ sheet: sheet.id }));
  const second = await saveChart(chart({ sheet: sheet.id }));
  await deleteChart(first.id);
  await putSheetAway(sheet.id);
  await bringBack(first.id);
  expect((await sheetRow(sheet.id)).name).toBe('chart-first');
  // The other one stays deleted, and can be brought back by itself.
  expect((await deletedThings()).map(({ id }) => id)).toContain(second.id);
  await purgeDeleted(Date.now() + 31 * 86_400_000);
  const { tiles } = await boardModels({ tiles: [{ ...place(0), show: { chart: first.id } }], filters: [] });
  expect(values(tiles[0])).toEqual([[30, 35]]);
});

test('what is deleted can be brought back: a sheet with its charts; after a month it is gone for good', async () => {
  const sheet = await takeIn('put-away.csv', SALES);
  const own = await saveChart(chart({ sheet: sheet.id }));
  const board = await saveBoard(parseBoard({ name: 'Put away', tiles: [] }));
  await putSheetAway(sheet.id);
  await deleteBoard(board.id);
  await expect(sheetRow(sheet.id)).rejects.toMatchObject({ status: 404, more: { deleted: { name: 'put-away' } } });
  expect((await deletedThings()).map(({ id }) => id)).toEqual(expect.arrayContaining([sheet.id, board.id]));
  // The chart went with its sheet: it is not listed by itself.
  expect((await deletedThings()).map(({ id }) => id)).not.toContain(own.id);
  await bringBack(sheet.id);
  await bringBack(board.id);
  expect((await sheetRow(sheet.id)).name).toBe('put-away');
  const { tiles } = await boardModels({ tiles: [{ ...place(0), show: { chart: own.id } }], filters: [] });
  expect(values(tiles[0])).toEqual([[30, 35]]);
  await deleteBoard(board.id);
  await purgeDeleted(Date.now() + 31 * 86_400_000);
  await expect(bringBack(board.id)).rejects.toBeInstanceOf(Problem);
});
