import type { Tile } from '@/core/boards';
import type { ChartSpec } from '@/core/spec';
import { cleanUp, takeIn } from '@/testing/sheets';
import { replaceChart, saveChart } from '../charts/charts';
import { endDrawers } from '../pictures/beside';
import type { ReadySheet } from '../sheets/sheets';
import { boardAtOnce } from './at-once';
import { boardModels } from './models';
import { widthOfCookie } from './requests';

let sheet: ReadySheet;
beforeAll(async () => {
  sheet = await takeIn(
    'at-once.csv',
    'Day,Spot,Takings\n2025-01-05,Yard,10\n2025-01-20,Stall,20\n2025-02-03,Yard,30\n',
  );
});
afterAll(async () => {
  endDrawers();
  await cleanUp();
});

const WIDTH = 1100;
const spec = (title: string): ChartSpec => ({
  version: 1,
  sheet: sheet.id,
  across: { as: 'time', column: 'c1', step: 'month' },
  split: { column: 'c2' },
  layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: { title },
});

/** Asks until so many charts have their picture, as one who opens the board again and again. */
async function untilPictured(board: { tiles: Tile[]; filters: [] }, most = Infinity) {
  for (let turn = 0; turn < 200; turn++) {
    const found = await boardAtOnce(board, WIDTH, 0);
    const charts = found?.tiles.filter(({ title }) => title !== undefined) ?? [];
    const pictured = charts.filter(({ picture }) => picture);
    if (found && pictured.length === Math.min(charts.length, most)) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('no pictures came');
}

test('a board that nothing changed of comes as pictures; what changed is drawn anew', async () => {
  const charts = await Promise.all(['One & only', 'Another'].map((title) => saveChart(spec(title))));
  const shows = [...charts.map(({ id }) => ({ chart: id })), { text: '# To do' }, { chart: 'notthere' }];
  const board = {
    tiles: shows.map((show, i): Tile => ({ id: `t${i}`, x: 0, y: 6 * i, w: 6, h: 6, show })),
    filters: [] as [],
  };
  const first = await boardAtOnce(board, WIDTH, 0);
  expect(first?.tiles.map(({ picture }) => picture)).toEqual([undefined, undefined, undefined, undefined]);

  const { width, tiles } = await untilPictured(board);
  expect(width).toBe(WIDTH);
  const pictures = tiles.flatMap(({ picture }) => picture ?? []);
  expect(pictures.map((one) => />(One &amp; only|Another)</.exec(one)?.[1])).toEqual(['One &amp; only', 'Another']);
  // They stand in one page: none has an id of the other, and the faces are there already.
  const ids = pictures.map((one) => [...one.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id));
  expect(ids[0].length).toBeGreaterThan(0);
  expect(ids[0].filter((id) => ids[1].includes(id))).toEqual([]);
  for (const one of pictures) {
    for (const [, id] of one.matchAll(/url\(#([^)]+)\)/g)) expect(one).toContain(` id="${id}"`);
    expect(one).not.toMatch(/font-face|<script|href|onload/);
  }
  expect(tiles[2]).toMatchObject({ text: '# To do' });
  expect(tiles[3].error).toMatch(/was deleted/);

  // The size is that of the tile as it will be drawn.
  const [drawn] = (await boardModels(board, { width: WIDTH })).tiles;
  const { whole } = drawn.model ?? {};
  expect(pictures[0]).toContain(`<svg width="${whole?.width}" height="${whole?.height}"`);

  await replaceChart(charts[0].id, spec('Anew'), charts[0].revision);
  const changed = await boardAtOnce(board, WIDTH, 0);
  expect(changed?.tiles.map(({ title, picture }) => [title, picture !== undefined])).toEqual([
    ['Anew', false],
    ['Another', true],
    [undefined, false],
    [undefined, false],
  ]);
  expect((await untilPictured(board)).tiles[0].picture).toContain('>Anew<');
});

test('a page does not grow with its board without end: the pictures of its top come with it', async () => {
  const { id } = await saveChart(spec('Again and again'));
  const tiles = Array.from({ length: 45 }, (_, i): Tile => ({
    id: `t${i}`,
    x: 0,
    y: 6 * (44 - i),
    w: 6,
    h: 6,
    show: { chart: id },
  }));
  const { tiles: found } = await untilPictured({ tiles, filters: [] }, 36);
  // The last of the list stand at the top.
  expect(found.map(({ picture }) => picture !== undefined)).toEqual(tiles.map((_, i) => i >= 45 - 36));
});

test.each([
  ['1100', 1100],
  ['390.7', 390],
  ['12', 1228],
  ['1e9', 1228],
  ['wide', 1228],
  [undefined, 1228],
])('a cookie that says %j stands for a width of %i', (text, width) => {
  expect(widthOfCookie(text)).toBe(width);
});
