import fc from 'fast-check';
import type { ChartModel } from '../model';
import { faceWidth } from './face';
import { NOTES_FACE, NOTES_LINE, remarkNotes, RING } from './notes';

const LABELS = Array.from({ length: 40 }, (_, i) => `Place ${i}`);
type Drawn = Parameters<typeof remarkNotes>[0];
/** A chart with so many remarks, of which each says `text`. */
const chart = (texts: readonly string[], view?: ChartModel['view']): Drawn =>
  ({
    across: { labels: LABELS },
    remarks: texts.map((text, i) => ({ number: i + 1, at: i, text, strong: i % 3 === 0 ? `£${i}` : '' })),
    ...(view ? { view } : {}),
  }) as unknown as Drawn;
const box = { left: 16, width: 900, bottom: 500 };

test('each stands with its place and its number, in two columns where there is width, read down', () => {
  const notes = remarkNotes(chart(['first', 'second', 'third']), box, 200);
  expect(notes.map(({ number, place, lines }) => [number, place, lines])).toEqual([
    [1, 'Place 0', ['first']],
    [2, 'Place 1', ['second']],
    [3, 'Place 2', ['third']],
  ]);
  expect(notes.map(({ left }) => left)).toEqual([16, 16, 16 + (900 - 24) / 2 + 24]);
  expect(notes[1].top - notes[0].top).toBe(NOTES_LINE + 2);
  expect(notes[2].top).toBe(notes[0].top);
  expect(remarkNotes(chart(['first', 'second']), { ...box, width: 400 }, 200).map(({ left }) => left)).toEqual([
    16, 16,
  ]);
});

test('only what is in sight is written', () => {
  const notes = remarkNotes(chart(['a', 'b', 'c', 'd'], { from: 1, to: 2 }), box, 200);
  expect(notes.map(({ number }) => number)).toEqual([2, 3]);
  expect(remarkNotes(chart(['a'], { from: 3, to: 9 }), box, 200)).toEqual([]);
  expect(remarkNotes(chart([]), box, 200)).toEqual([]);
});

test('what finds no room is counted', () => {
  const notes = remarkNotes(chart(LABELS.slice(0, 20)), box, 4 * NOTES_LINE);
  expect(notes).toHaveLength(4);
  expect(notes[3].lines).toEqual(['and 17 more remarks']);
});

test('all of them stay above the bottom, in their width, and none covers another', () => {
  const words = fc.array(fc.constantFrom('takings', 'fell', 'a', 'till-was-closed-for-repairs', 'because', 'of'), {
    minLength: 1,
    maxLength: 40,
  });
  fc.assert(
    fc.property(
      fc.array(words, { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 260, max: 1400 }),
      fc.integer({ min: 40, max: 400 }),
      (texts, width, most) => {
        const notes = remarkNotes(chart(texts.map((one) => one.join(' '))), { ...box, width }, most);
        for (const one of notes) {
          expect(one.left + one.width).toBeLessThanOrEqual(box.left + width + 1e-9);
          expect(one.top + one.lines.length * NOTES_LINE).toBeLessThanOrEqual(box.bottom);
          expect(one.lines.length).toBeLessThanOrEqual(2);
          for (const line of one.lines.slice(1))
            expect(faceWidth(line, NOTES_FACE)).toBeLessThanOrEqual(one.width - RING + 1);
        }
        for (const [i, one] of notes.entries())
          for (const other of notes.slice(i + 1))
            if (one.left === other.left) {
              const [above, below] = one.top < other.top ? [one, other] : [other, one];
              expect(above.top + above.lines.length * NOTES_LINE).toBeLessThanOrEqual(below.top);
            }
      },
    ),
  );
});
