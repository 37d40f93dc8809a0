import fc from 'fast-check';
import { placeBox } from './place-box';

const WINDOW = { width: 900, height: 600 };

test('a box stands whole within the window, wherever it is read', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 40, max: 400 }),
      fc.integer({ min: 20, max: 500 }),
      fc.integer({ min: 0, max: 900 }),
      fc.integer({ min: 0, max: 600 }),
      (width, height, x, y) => {
        const { left, top } = placeBox({ width, height }, { x, y }, WINDOW);
        expect(left).toBeGreaterThanOrEqual(8);
        expect(top).toBeGreaterThanOrEqual(8);
        expect(left + width).toBeLessThanOrEqual(892);
        expect(top + height).toBeLessThanOrEqual(592);
      },
    ),
  );
});

test('a box never hides the small copy that it is read in, where any side has room', () => {
  const box = { width: 220, height: 120 };
  for (const copy of [
    { left: 20, top: 100, width: 250, height: 180 },
    { left: 640, top: 100, width: 250, height: 180 },
    { left: 330, top: 300, width: 250, height: 180 },
    { left: 20, top: 40, width: 860, height: 200 },
  ]) {
    const { left, top } = placeBox(box, { x: copy.left + 100, y: copy.top + 90 }, WINDOW, copy);
    const apart =
      left + box.width <= copy.left ||
      left >= copy.left + copy.width ||
      top + box.height <= copy.top ||
      top >= copy.top + copy.height;
    expect([copy, apart]).toEqual([copy, true]);
  }
});
