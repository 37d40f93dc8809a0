import type { CSSProperties } from 'react';
import type { ChartLook, Letters } from '@/core/spec';

/** The title as it is set where its user chose nothing; the words of the axes. */
export const TITLE_LETTERS: Required<Letters> = {
  face: 'serif',
  size: 21,
  bold: true,
  italic: false,
  color: '#24302c',
};
export const AXIS_LETTERS: Required<Letters> = { face: 'sans', size: 12, bold: false, italic: false, color: '#5c615a' };

const FACES = { serif: 'var(--serif)', sans: 'var(--sans)' } as const;

/** Letters as a style; only what was chosen. */
export function lettersStyle({ face, size, bold, italic, color }: Letters = {}): CSSProperties {
  return {
    ...(face ? { fontFamily: FACES[face] } : {}),
    ...(size ? { fontSize: size, lineHeight: 1.3 } : {}),
    ...(bold === undefined ? {} : { fontWeight: bold ? 600 : 400 }),
    ...(italic ? { fontStyle: 'italic' } : {}),
    ...(color ? { color } : {}),
  };
}

/** The words of ticks on the axes. */
export function tickStyle(look?: ChartLook) {
  const { face, size, bold, italic, color } = { ...AXIS_LETTERS, ...look?.axisLetters };
  return {
    fontSize: size,
    fill: color,
    ...(face === 'serif' ? { fontFamily: FACES.serif } : {}),
    ...(bold ? { fontWeight: 600 } : {}),
    ...(italic ? { fontStyle: 'italic' } : {}),
  };
}
