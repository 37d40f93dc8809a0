/** Series colours in order: told apart with normal sight and under protanopia, deuteranopia and tritanopia, each 3:1 on the surface (reference/palette.test.ts). */
export const PALETTE = [
  '#17594a',
  '#c4552d',
  '#2f6db5',
  '#b08a1e',
  '#3c3469',
  '#7b9173',
  '#6b210c',
  '#97667f',
] as const;
export const SURFACE = '#fffdf8';

export function seriesColor(index: number): string {
  return PALETTE[index % PALETTE.length];
}
