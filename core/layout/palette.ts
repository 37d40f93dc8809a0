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

/** Palettes by name, each checked as the first is. */
export const PALETTES: readonly {
  readonly name: string;
  readonly words: string;
  readonly colors: readonly string[];
}[] = [
  { name: 'garden', words: 'Garden', colors: PALETTE },
  {
    name: 'meadow',
    words: 'Meadow, soft',
    colors: ['#1b483f', '#928bb9', '#533e09', '#599d83', '#4a467f', '#928d44', '#577480', '#666b47'],
  },
  {
    name: 'market',
    words: 'Market, strong',
    colors: ['#066a12', '#a84366', '#7b29e2', '#92972c', '#6b061e', '#8186f2', '#1e0d6d', '#e06e88'],
  },
  {
    name: 'ink',
    words: 'One ink, for print',
    colors: ['#143b4e', '#259cc5', '#5b6266', '#026d9c', '#0a1216', '#838b8f'],
  },
  {
    name: 'clear',
    words: 'Clear, for colour-blind eyes',
    colors: ['#316596', '#c0800a', '#06050a', '#8485f4', '#724006', '#918a85', '#3e075a', '#4a4a4a'],
  },
];
export const SURFACE = '#fffdf8';
export const INK = '#24302c';
export const INK_2 = '#5c615a';

/** What words and rules of a chart are drawn in. */
export interface Inks {
  readonly ink: string;
  /** Of what is said beside: ticks, subtitle, notes. */
  readonly ink2: string;
  /** Of the lines that the plot stands on, of its grid, and of the stretch that is carried on beyond the data. */
  readonly rule: string;
  readonly grid: string;
  readonly ahead: string;
}
const INKS: Inks = { ink: INK, ink2: INK_2, rule: '#8d8674', grid: '#ebe4d6', ahead: '#f6f1e4' };

/** The colour of a series by its place, out of a palette by its name; without one, or with one that is not known, out of the first. */
export function seriesColor(index: number, palette?: string): string {
  const colors = PALETTES.find(({ name }) => name === palette)?.colors ?? PALETTE;
  return colors[index % colors.length];
}

/** Contrast that words need against their ground: WCAG 2.2, 1.4.3. */
const WORDS_CONTRAST = 4.5;

/** The colour itself where words in it can be read on a ground, otherwise the nearest darker one, on a dark ground the nearest lighter one. */
export function wordColor(hex: string, ground: string = SURFACE): string {
  const [from, on] = [channels(hex), channels(ground)];
  const light = contrast(WHITE, on) > contrast(BLACK, on);
  for (let share = 1; share > 0; share -= 0.02) {
    const moved = from.map((value) => (light ? Math.ceil(255 - (255 - value) * share) : Math.floor(value * share)));
    if (contrast(moved, on) >= WORDS_CONTRAST) return share === 1 ? hex : toHex(moved);
  }
  return light ? '#ffffff' : '#000000';
}
const WHITE = [255, 255, 255];
const BLACK = [0, 0, 0];

/** Whether words in a colour can be read on a ground. */
export const isLegible = (hex: string, ground: string = SURFACE): boolean =>
  contrast(channels(hex), channels(ground)) >= WORDS_CONTRAST;

/** Whether marks in a colour are told from a ground: 3:1 (WCAG 2.2, 1.4.11). */
export const isVisible = (hex: string, ground: string = SURFACE): boolean =>
  contrast(channels(hex), channels(ground)) >= 3;

const inks = new Map<string, Inks>();

/** The inks of a ground: ours where they can be read on it, light ones on a dark ground. Words have at least 4.5:1 (WCAG 2.2, 1.4.3). */
export function inksOn(ground: string = SURFACE): Inks {
  let found = inks.get(ground);
  if (!found) inks.set(ground, (found = isLegible(INKS.ink2, ground) ? INKS : inksFor(ground)));
  return found;
}

function inksFor(ground: string): Inks {
  const on = channels(ground);
  const ink = wordColor(contrast(channels(SURFACE), on) > contrast(channels(INK), on) ? SURFACE : INK, ground);
  const mixed = (share: number) =>
    toHex(channels(ink).map((value, i) => Math.round(value * share + on[i] * (1 - share))));
  let share = 0.7;
  while (share < 1 && !isLegible(mixed(share), ground)) share += 0.05;
  return { ink, ink2: mixed(Math.min(share, 1)), rule: mixed(0.55), grid: mixed(0.16), ahead: mixed(0.07) };
}

/** Ink or paper, whichever is read better on a colour. */
export function wordOn(hex: string): string {
  const on = channels(hex);
  return contrast(channels(INK), on) >= contrast(channels(SURFACE), on) ? INK : SURFACE;
}

/** Contrast ratio of two colours by WCAG 2.2's formula, 1 to 21. */
function contrast(a: readonly number[], b: readonly number[]): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high + 0.05) / (low + 0.05);
}

function luminance(rgb: readonly number[]): number {
  const [r, g, b] = rgb.map((value) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function channels(hex: string): number[] {
  return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
}

function toHex(rgb: readonly number[]): string {
  return `#${rgb.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
}
