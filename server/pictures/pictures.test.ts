import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PNG } from 'pngjs';
import { InvalidInput, type ChartSpec } from '@/core/spec';
import { demoSpecSheets } from '@/testing/demo-sheets';
import { sampleSpecs } from '@/testing/random-specs';
import { cleanUp, takeIn } from '@/testing/sheets';
import type { ReadySheet } from '../sheets/sheets';
import { endDrawers } from './beside';
import { chartPageResponse, chartPictureResponse, chartPicture, fileResponse } from './chart-picture';
import { sizeInQuery } from './input';
import { sweepPictures } from './kept';
import { asSvg } from './to-svg';

const SALES = `Day,Spot,Takings
2025-01-05,Yard,£1200.50
2025-02-05,Stall,£900
2025-03-05,Yard,£1500
2025-04-05,"<script>alert(1)</script>",£700
`;
let sales: ReadySheet;
beforeAll(async () => {
  sales = await takeIn('pictures.csv', SALES);
}, 60_000);
afterAll(async () => {
  endDrawers();
  await cleanUp();
});

const SIZE = { width: 900, height: 560, zoom: 1 } as const;
const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: sales.id,
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [
    { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left', style: { values: true } },
  ],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: { title: 'Takings & more <b>', note: 'Without the fair.' },
  ...more,
});
const made = async (
  spec: ChartSpec,
  kind: 'svg' | 'png' | 'pdf',
  size: { width: number; height: number; zoom: number } = SIZE,
) => (await chartPicture(spec, kind, size)).make();

test('an SVG holds title, legend, names and note as text, and nothing that runs, links or loads', async () => {
  const svg = (await made(chart({ split: { column: 'c2' } }), 'svg')).toString('utf8');
  for (const words of ['Takings &amp; more &lt;b&gt;', 'Without the fair.', 'Yard', 'Stall', '£1,000', 'Takings (£)'])
    expect(svg).toContain(words);
  expect(svg).toContain('&lt;script&gt;');
  expect(svg).not.toMatch(/<script|<foreignObject|<image|<use|\son\w+=|javascript:|xlink|var\(--/);
  const outside = [...svg.matchAll(/(?:href|url)\s*[=(]\s*["']?([^"')]+)/g)].map(([, to]) => to);
  expect(outside.filter((to) => !/^(#|data:font\/woff;base64,)/.test(to))).toEqual([]);
  expect(svg).toContain("@font-face{font-family:'Source Sans 3'");
});

test('the same in every run, whatever was drawn between', async () => {
  const { drawBeside } = await import('./beside');
  const { openBook } = await import('../charts/book');
  const { wholeModel } = await import('./chart-picture');
  const model = await wholeModel(chart(), await openBook(chart()), SIZE);
  for (const kind of ['svg', 'png', 'pdf'] as const) {
    const first = await drawBeside({ chart: model, kind, zoom: 1 });
    await made(chart({ split: { column: 'c2' } }), 'svg', { ...SIZE, width: 700 });
    const again = await drawBeside({ chart: model, kind, zoom: 1 });
    expect(again.equals(first)).toBe(true);
  }
});

test('a PNG has the pixels that were asked for, times its sharpness', async () => {
  for (const zoom of [1, 2, 3]) {
    const { width, height } = PNG.sync.read(await made(chart(), 'png', { width: 500, height: 300, zoom }));
    expect([width, height]).toEqual([500 * zoom, 300 * zoom]);
  }
});

test('a PDF is one page of its size in points, its words are text in our faces, which it holds', async () => {
  const pdf = await made(chart(), 'pdf');
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'up-chart-pdf-')), 'chart.pdf');
  writeFileSync(file, pdf);
  const read = JSON.parse(execFileSync(process.execPath, ['testing/read-pdf.mjs', file], { encoding: 'utf8' })) as {
    pages: number;
    view: number[];
    text: string;
    faces: { name: string; held: boolean }[];
  };
  expect(read.pages).toBe(1);
  expect(read.view).toEqual([0, 0, 675, 420]);
  for (const words of ['Takings & more <b>', 'Without the fair.', '£1,000']) expect(read.text).toContain(words);
  expect(read.faces.map(({ name }) => name.replace(/^[A-Z]{6}\+/, '')).sort()).toEqual([
    'SourceSans3-Regular',
    'SourceSans3-SemiBold',
    'SourceSerif4-SemiBold',
  ]);
  expect(read.faces.every(({ held }) => held)).toBe(true);
});

test('sizes that are none, too small or too large are refused by name', () => {
  const refused = (query: string) => {
    try {
      return sizeInQuery(`http://localhost/p?${query}`);
    } catch (error) {
      return error instanceof InvalidInput ? [...new Set(error.errors.map(({ path }) => path))] : error;
    }
  };
  expect(sizeInQuery('http://localhost/p')).toEqual({ width: 900, height: 560, zoom: 1 });
  expect(refused('width=119')).toEqual(['width']);
  expect(refused('height=4001&zoom=5')).toEqual(['height', 'zoom']);
  expect(refused('width=abc')).toEqual(['width']);
  expect(refused('width=')).toEqual(['width']);
});

test('what was not changed since is not sent again', async () => {
  const { name, make } = await chartPicture(chart(), 'svg', SIZE);
  const ask = (etag?: string) =>
    fileResponse(
      new Request('http://localhost/', { headers: etag ? { 'if-none-match': etag } : {} }),
      name,
      make,
      'image/svg+xml',
      'inline',
    );
  const first = await ask();
  expect(first.status).toBe(200);
  expect((await ask(first.headers.get('etag') ?? '')).status).toBe(304);
  expect((await ask('"another"')).status).toBe(200);
  const changed = await chartPicture(chart({ text: { title: 'Another' } }), 'svg', SIZE);
  expect(changed.name).not.toBe(name);
});

test.each([
  [undefined, 'Takings'],
  [{ last: 3, step: 'month' } as const, 'Takings-last-3-months'],
  [{ from: '2025-01-01', to: '2025-02-01' }, 'Takings-January-2025-to-February-2025'],
  [{ from: '2025-01-01', to: '2025-02-01' }, 'Takings', { panels: { column: 'c2' } }],
])('the file of a picture whose view is %j is called %s', async (view, name, more: Partial<ChartSpec> = {}) => {
  const spec = chart({ ...more, ...(view ? { view } : {}) });
  const response = await chartPictureResponse(spec, 'Takings', 'svg', SIZE, new Request('http://localhost/'));
  expect(response.headers.get('content-disposition')).toContain(`filename="${name}.svg"`);
});

test('kept pictures go where they come to more than there is room for, the longest unasked first', async () => {
  await made(chart(), 'svg');
  expect(await sweepPictures(1)).toBeGreaterThan(0);
  expect((await made(chart(), 'svg')).length).toBeGreaterThan(1000);
});

test('a chart with nothing to draw is a picture that says so', async () => {
  const svg = await made(chart({ filters: [{ column: 'c2', keep: ['Nowhere'] }] }), 'svg');
  expect(svg.toString()).toContain('There is nothing to draw.');
});

test('a page holds the charted figures and what is read, and no other column of the sheet', async () => {
  const response = await chartPageResponse(chart(), 'Takings', SIZE, new Request('http://localhost/'));
  const html = await response.text();
  expect(html).toContain("default-src 'none'".replaceAll("'", '&#39;'));
  expect(html).toContain('<th scope="col">Takings</th>');
  expect(html).toContain('<th scope="row">Jan 2025</th><td>£1,200.50</td>');
  expect(html).not.toContain('Stall');
  expect(html.length).toBeLessThan(1_500_000);
});

test('letters that XML does not hold are told apart, not dropped', () => {
  expect(asSvg({ width: 1, height: 1, inner: '', title: 'a\u0000b "c"' })).toContain(
    'aria-label="a\ufffdb &quot;c&quot;"',
  );
});

test('what lies outside its plot altogether is no picture less', async () => {
  const far = chart({ scales: { left: { fit: 'fixed', min: 100_000, max: 200_000 } } });
  expect(PNG.sync.read(await made(far, 'png')).width).toBe(900);
});

test('a hundred charts made up at random are drawn as pictures', async () => {
  const sheets = await demoSpecSheets();
  let drawn = 0;
  for (const spec of sampleSpecs(sheets, 130, 7)) {
    if (drawn >= 100) break;
    const picture = await chartPicture(spec, 'png', { width: 640, height: 400, zoom: 1 })
      .then(({ make }) => make())
      .catch((error: unknown) => {
        if (error instanceof InvalidInput) return undefined;
        throw new Error(`this chart has no picture: ${JSON.stringify(spec)}`, { cause: error });
      });
    if (!picture) continue;
    drawn++;
    expect(PNG.sync.read(picture).width).toBe(640);
  }
  expect(drawn).toBe(100);
}, 300_000);
