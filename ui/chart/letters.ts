import type { CSSProperties } from 'react';
import { inksOn, TITLE_FACE, type Face } from '@/core/layout';
import type { ChartLook, Letters } from '@/core/spec';

/** The title as it is set where its user chose nothing; the words of the axes. */
export const TITLE_LETTERS: Required<Letters> = TITLE_FACE;
export const AXIS_LETTERS: Required<Letters> = { face: 'sans', size: 12, bold: false, italic: false, color: '#5c615a' };

const FACES = { serif: 'var(--serif)', sans: 'var(--sans)' } as const;

/** Letters as a style of words that stand over a drawing, which shows their colour. */
export const faceCss = ({ face, size, bold, italic }: Face): CSSProperties => ({
  fontFamily: FACES[face],
  fontSize: size,
  fontWeight: bold ? 600 : 400,
  ...(italic ? { fontStyle: 'italic' } : {}),
});

/** The words of ticks on the axes. */
export function tickStyle(look?: ChartLook) {
  const { face, size, bold, italic, color } = {
    ...AXIS_LETTERS,
    color: inksOn(look?.ground).ink2,
    ...look?.axisLetters,
  };
  return {
    fontSize: size,
    fill: color,
    ...(face === 'serif' ? { fontFamily: FACES.serif } : {}),
    ...(bold ? { fontWeight: 600 } : {}),
    ...(italic ? { fontStyle: 'italic' } : {}),
  };
}

/** Letters as attributes of a text in a drawing. */
export function faceStyle({ face, size, bold, italic, color }: Face) {
  return {
    fontFamily: FACES[face],
    fontSize: size,
    fontWeight: bold ? 600 : 400,
    ...(italic ? { fontStyle: 'italic' as const } : {}),
    fill: color,
  };
}

/** Ascent and descent of our faces, as shares of their size. From the faces themselves. */
const HEIGHTS = { sans: [1.024, 0.4], serif: [1.036, 0.335] } as const;

/** How far below the top of its line a text's base line is, in pixels. */
export function baseline(lineHeight: number, { face, size }: Face): number {
  const [ascent, descent] = HEIGHTS[face];
  return (lineHeight - (ascent + descent) * size) / 2 + ascent * size;
}
