import fc from 'fast-check';
import type { ChartSpec, Shape } from '../../spec';
import { drawn, run } from '@/testing/drawn';
import { faceWidth } from './face';
import type { Block } from './parts';
import { widthOf } from './whole';

interface Rect {
  readonly what: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}
/** What stands in a picture around its drawing, and the drawing, as boxes. */
function boxes({ whole, size }: ReturnType<typeof drawn>): Rect[] {
  if (!whole) throw new Error('no whole picture');
  const block = (what: string, one: Block | undefined): Rect[] => {
    if (!one || one.lines.length === 0) return [];
    const width = widthOf(one);
    const left = one.left + { start: 0, middle: (one.width - width) / 2, end: one.width - width }[one.align];
    const bottom = one.top + one.lines.length * one.lineHeight;
    return [{ what, left, top: one.top, right: left + width, bottom }];
  };
  return [
    ...block('title', whole.title),
    ...block('subtitle', whole.subtitle),
    ...block('note', whole.note),
    ...whole.legend.map(({ name, left, top, width }) => ({
      what: name,
      left,
      top,
      right: left + width,
      bottom: top + 22,
    })),
    {
      what: 'drawing',
      left: whole.plot.left,
      top: whole.plot.top,
      right: whole.plot.left + size.width,
      bottom: whole.plot.top + size.height,
    },
  ];
}
/** Subtitle and legend stand a hand's breadth higher in their rows than the rows are. */
const SLACK = 3;
const apart = (a: Rect, b: Rect) =>
  a.right <= b.left + SLACK || b.right <= a.left + SLACK || a.bottom <= b.top + SLACK || b.bottom <= a.top + SLACK;

const anyChart = fc.record({
  shape: fc.constantFrom<Shape>('line', 'column', 'area', 'bar'),
  across: fc.constantFrom<ChartSpec['across']>(
    { as: 'time', column: 'c1', step: 'month' },
    { as: 'group', column: 'c2' },
  ),
  places: fc.integer({ min: 1, max: 40 }),
  series: fc.integer({ min: 1, max: 12 }),
  look: fc.record(
    {
      legend: fc.constantFrom('left', 'right', 'bottom', 'none'),
      letters: fc.constantFrom('small', 'large'),
      title: fc.constantFrom('middle', 'end'),
    },
    { requiredKeys: [] },
  ) as fc.Arbitrary<NonNullable<ChartSpec['look']>>,
  title: fc.constantFrom(
    'Takings',
    'Takings of every spot of the yard in the last three years, week by week and in full',
  ),
  note: fc.constantFrom('', 'Without the fair of the second weekend of March, which was rained off.'),
});
type AnyChart = typeof anyChart extends fc.Arbitrary<infer T> ? T : never;

const pictured = (
  { shape, across, places, series, look, title, note }: AnyChart,
  room: { width: number; height: number; tile?: boolean },
) =>
  drawn({
    across,
    values: across.as === 'time' ? run('month', places) : Array.from({ length: places }, (_, i) => `Spot number ${i}`),
    series,
    layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape, side: 'left' }],
    look,
    text: { title, subtitle: 'January 2023 to November 2025', note },
    size: { ...room, whole: true },
  });

test('in a picture of any size words and drawing stand within it, and none lies on another', () => {
  fc.assert(
    fc.property(
      anyChart,
      fc.integer({ min: 320, max: 1600 }),
      fc.integer({ min: 240, max: 1000 }),
      (chart, width, height) => {
        const model = pictured(chart, { width, height });
        const k = model.whole?.letters ?? 1;
        const all = boxes(model);
        for (const one of all) {
          expect(one.left).toBeGreaterThanOrEqual(0);
          expect(one.right * k).toBeLessThanOrEqual(width + 1);
          expect(one.bottom * k).toBeLessThanOrEqual(height + 1);
        }
        for (const [i, one] of all.entries())
          for (const other of all.slice(i + 1)) if (!apart(one, other)) expect([one, other]).toBe('apart');
      },
    ),
    { numRuns: 300 },
  );
});

test('a tile shortens its title to one line, and keeps room for its marks', () => {
  fc.assert(
    fc.property(
      anyChart,
      fc.integer({ min: 200, max: 1200 }),
      fc.integer({ min: 150, max: 500 }),
      (chart, width, height) => {
        const model = pictured({ ...chart, look: {} }, { width, height, tile: true });
        const { title } = model.whole ?? {};
        expect(title?.lines).toHaveLength(1);
        expect(
          faceWidth(
            title?.lines[0] ?? '',
            title?.face ?? { face: 'serif', size: 16, bold: true, italic: false, color: '' },
          ),
        ).toBeLessThanOrEqual(width - 32);
        expect(model.size.plot.height).toBeGreaterThanOrEqual(24);
        for (const one of boxes(model)) expect(one.bottom).toBeLessThanOrEqual(height + 1);
      },
    ),
  );
});

test('names that find no room at the lines’ ends are listed in the legend, and the other way round', () => {
  const across = { as: 'time' as const, column: 'c1', step: 'month' as const };
  const of = (height: number) =>
    drawn({ across, values: run('month', 24), series: 6, size: { width: 700, height, whole: true } });
  const [tall, low] = [of(500), of(220)];
  expect([tall.naming, tall.whole?.legend.length]).toEqual(['ends', 0]);
  expect([low.naming, low.whole?.legend.length]).toEqual(['legend', 6]);
});
