/**
 * The palette under colour blindness, by culori 4, a general-purpose colour library: full protanopia, deuteranopia and
 * tritanopia after Machado, Oliveira and Fernandes, "A Physiologically-based Model for Simulation of Color Vision
 * Deficiency", IEEE TVCG 15 (2009); differences by CIEDE2000 (CIE 142-2001); contrast by WCAG 2.2, 1.4.11.
 */
import {
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  parse,
  wcagContrast,
  type Color,
} from 'culori';
import { PALETTE, SURFACE, wordColor } from '@/core/layout';

type Sight = (colour: Color) => Color | undefined;

const colours: Color[] = PALETTE.map((hex) => {
  const colour = parse(hex);
  if (!colour) throw new Error(`no colour: ${hex}`);
  return colour;
});
const difference = differenceCiede2000();
const SIGHTS: readonly (readonly [string, Sight])[] = [
  ['normal sight', (colour) => colour],
  ['protanopia', filterDeficiencyProt(1) as Sight],
  ['deuteranopia', filterDeficiencyDeuter(1) as Sight],
  ['tritanopia', filterDeficiencyTrit(1) as Sight],
];

test.each(SIGHTS)('any two series colours differ under %s', (_, see) => {
  const seen = colours.map((colour) => see(colour) ?? colour);
  const smallest = Math.min(...seen.flatMap((a, i) => seen.slice(i + 1).map((b) => difference(a, b))));
  expect(smallest).toBeGreaterThan(10);
});

test('there are at least eight, each with 3:1 against the ground of the chart, and its words with 4.5:1', () => {
  expect(PALETTE.length).toBeGreaterThanOrEqual(8);
  for (const hex of PALETTE) {
    expect([hex, wcagContrast(hex, SURFACE) >= 3]).toEqual([hex, true]);
    expect([hex, wcagContrast(wordColor(hex), SURFACE) >= 4.5]).toEqual([hex, true]);
  }
});

test('a colour that is dark enough for words stays as it is', () => expect(wordColor('#17594a')).toBe('#17594a'));
