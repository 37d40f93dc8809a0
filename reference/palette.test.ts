/**
 * The palette under colour blindness, by culori 4, a general-purpose colour library: full protanopia, deuteranopia and
 * tritanopia after Machado, Oliveira and Fernandes, "A Physiologically-based Model for Simulation of Color Vision
 * Deficiency", IEEE TVCG 15 (2009); differences by CIEDE2000 (CIE 142-2001); contrast by WCAG 2.2, 1.4.11.
 */
import {
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  interpolate,
  parse,
  wcagContrast,
  type Color,
} from 'culori';
import { PALETTE, PALETTES, SURFACE, wordColor } from '@/core/layout';
import { colorAlong, SEQUENTIAL } from '@/core/looking';

type Sight = (colour: Color) => Color | undefined;

const coloursOf = (palette: readonly string[]): Color[] =>
  palette.map((hex) => {
    const colour = parse(hex);
    if (!colour) throw new Error(`no colour: ${hex}`);
    return colour;
  });
const difference = differenceCiede2000();
const toOklch = converter('oklch');
const oklchOf = (colour: Color) => {
  const found = toOklch(colour);
  if (!found) throw new Error(`no colour: ${JSON.stringify(colour)}`);
  return found;
};
const SIGHTS: readonly (readonly [string, Sight])[] = [
  ['normal sight', (colour) => colour],
  ['protanopia', filterDeficiencyProt(1) as Sight],
  ['deuteranopia', filterDeficiencyDeuter(1) as Sight],
  ['tritanopia', filterDeficiencyTrit(1) as Sight],
];

const CASES = PALETTES.flatMap(({ name, colors }) => SIGHTS.map(([sight, see]) => [name, sight, colors, see] as const));

test.each(CASES)('any two colours of %s differ under %s', (_name, _sight, colors, see) => {
  const seen = coloursOf(colors).map((colour) => see(colour) ?? colour);
  const smallest = Math.min(...seen.flatMap((a, i) => seen.slice(i + 1).map((b) => difference(a, b))));
  expect(smallest).toBeGreaterThan(10);
});

test('the palette for colour-blind eyes tells colours apart better than any other of them, whoever looks', () => {
  const least = (colors: readonly string[]) =>
    Math.min(
      ...SIGHTS.flatMap(([, see]) => {
        const seen = coloursOf(colors).map((colour) => see(colour) ?? colour);
        return seen.flatMap((a, i) => seen.slice(i + 1).map((b) => difference(a, b)));
      }),
    );
  const clear = PALETTES.find(({ name }) => name === 'clear');
  for (const { name, colors } of PALETTES)
    if (name !== 'clear') expect(least(clear?.colors ?? [])).toBeGreaterThan(least(colors));
});

test('there are five palettes; each colour has 3:1 against the ground of the chart, and its words 4.5:1', () => {
  expect(PALETTES.length).toBeGreaterThanOrEqual(5);
  expect(PALETTE.length).toBeGreaterThanOrEqual(8);
  for (const hex of PALETTES.flatMap(({ colors }) => colors)) {
    expect([hex, wcagContrast(hex, SURFACE) >= 3]).toEqual([hex, true]);
    expect([hex, wcagContrast(wordColor(hex), SURFACE) >= 4.5]).toEqual([hex, true]);
  }
});

test('one ink has one hue, but for its greys', () => {
  const ink = PALETTES.find(({ name }) => name === 'ink')?.colors ?? [];
  const hues = coloursOf(ink)
    .map(oklchOf)
    .filter(({ c }) => c > 0.02);
  const all = hues.map(({ h = 0 }) => h);
  expect(Math.max(...all) - Math.min(...all)).toBeLessThan(20);
});

test.each(Object.entries(SEQUENTIAL))(
  '%s grows darker step by step, for whoever looks, as culori mixes it in oklab',
  (_, stops) => {
    const steps = Array.from({ length: 11 }, (_unused, i) => colorAlong(stops, i / 10));
    const mixed = interpolate([...stops], 'oklab');
    steps.forEach((hex, i) => expect(difference(hex, mixed(i / 10))).toBeLessThan(0.6));
    for (const [, see] of SIGHTS) {
      const light = coloursOf(steps).map((colour) => oklchOf(see(colour) ?? colour).l);
      light.slice(1).forEach((one, i) => expect(one).toBeLessThan(light[i]));
    }
  },
);

test('a colour that is dark enough for words stays as it is', () => expect(wordColor('#17594a')).toBe('#17594a'));
