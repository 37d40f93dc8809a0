import { byKey, parseSpec, type ChartSpec, type Layer } from '../spec';
import { framed } from '@/testing/grain';
import { readTable } from '@/testing/table';
import { columnBoxes, isLying, layout } from '.';

const SPOTS = ['Yard', 'Shop', 'Stall', 'Web', 'Fair'];
const table = readTable([
  ['Spot', 'Year', 'Balance £', 'Takings £'],
  ...SPOTS.flatMap((spot, i) =>
    ['Earlier', 'Later'].map((year, k) => [
      spot,
      year,
      String((i % 2 ? -1 : 1) * (40 - 9 * i + k)),
      String(1_200 * (i + 1) + 30_400 * k + 950),
    ]),
  ),
]);

function drawn(parts: Partial<ChartSpec>, layer: Partial<Layer>, size = { width: 700, height: 400 }) {
  const spec = parseSpec({
    version: 1,
    sheet: 's',
    across: { as: 'group', column: 'c1' },
    layers: [
      {
        id: 'l1',
        amount: { column: 'c3' },
        summary: 'sum',
        shape: 'bar',
        side: 'left',
        style: { values: true },
        ...layer,
      },
    ],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...parts,
  });
  return layout(framed(spec, table), spec, { columns: byKey(table.columns) }, size);
}
const texts = ({ values = [] }: ReturnType<typeof drawn>) => values.map(({ text }) => text);

test('bars that lie down to the left of zero have their values too', () => {
  const model = drawn({ scales: { left: { fit: 'close' } } }, {});
  expect(isLying(model)).toBe(true);
  expect(texts(model)).toHaveLength(SPOTS.length);
  expect(texts(model).filter((text) => text.startsWith('−'))).toHaveLength(2);
});

test.each(['bar', 'column'] as const)('values of a %s beside another cover none', (shape) => {
  for (const width of [260, 420, 700]) {
    const model = drawn(
      { split: { column: 'c2' } },
      { shape, amount: { column: 'c4' }, style: { values: true } },
      { width, height: 320 },
    );
    const { drawing, size, values = [] } = model;
    const lying = drawing.is === 'plot' && drawing.lying;
    const boxes = columnBoxes({ ...model, lying }, size.plot).flatMap(({ series, boxes: own }) =>
      own.map((box) => ({ ...box, series: series.id })),
    );
    for (const { x, y, text, anchor, series, color } of values) {
      if (color !== undefined) continue;
      const wide = text.length * 5;
      const left = anchor === 'middle' ? x - wide / 2 : anchor === 'end' ? x - wide : x;
      const covered = boxes.filter(
        (box) =>
          box.series !== series &&
          left < box.x + box.width &&
          box.x < left + wide &&
          y - 4 < box.y + box.height &&
          box.y < y + 4,
      );
      expect([text, covered]).toEqual([text, []]);
    }
  }
});

test('units and decimals that are chosen on a scale hold for the values on its marks', () => {
  const of = (numbers: { in?: 'ones' | 'thousands'; decimals?: number }) =>
    texts(drawn({ scales: { left: { fit: 'zero', numbers } } }, { amount: { column: 'c4' } }));
  expect(of({ in: 'thousands', decimals: 0 })).toContain('£35k');
  expect(of({ in: 'ones', decimals: 0 })).toContain('£34,700');
  expect(of({ decimals: 3 })).toContain('£34.700k');
});

test('small copies on one scale write their values alike', () => {
  const model = drawn(
    { panels: { column: 'c2' } },
    { amount: { column: 'c4' }, shape: 'column', style: { values: true } },
    { width: 900, height: 500 },
  );
  expect(
    new Set(texts(model).map((text) => text.replace(/\d+/g, (digits) => '0'.repeat(Math.min(digits.length, 1))))),
  ).toEqual(new Set(['£0.0k']));
});

test('the values of one scale are written alike, and an amount with its share as everywhere', () => {
  const plain = texts(drawn({}, { amount: { column: 'c4' } }));
  expect(new Set(plain.map((text) => text.replace(/\d/g, '0')))).toEqual(new Set(['£00.0k']));
  const both = texts(drawn({}, { amount: { column: 'c4' }, style: { values: true, valuesAs: 'both' } }));
  for (const text of both) expect(text).toMatch(/^£\d\d\.\dk \(\d+(\.\d)?%\)$/);
});
