/** The ends and the middle of palettes for amounts, from pale to full; the steps between are mixed in a space of even steps (oklab). */
export const SEQUENTIAL = {
  leaf: ['#dcebe1', '#6fae95', '#0f4a3c'],
  clay: ['#f8e1d6', '#dd8a63', '#8f3413'],
  river: ['#dfe9f5', '#7ba3d3', '#1f4c8a'],
  dusk: ['#ece6f3', '#9f8bc0', '#3c3469'],
  grey: ['#e6e3dc', '#9b968b', '#3a3833'],
} as const;
export type SequentialName = keyof typeof SEQUENTIAL;
export const isSequential = (name: string | undefined): name is SequentialName =>
  name !== undefined && name in SEQUENTIAL;

/** The colour of a share, 0 to 1, along a palette. Example: `colorAlong(SEQUENTIAL.leaf, 0)` is `'#dcebe1'`. */
export function colorAlong(palette: readonly string[], share: number): string {
  const at = Math.min(Math.max(share, 0), 1) * (palette.length - 1);
  const low = Math.min(Math.floor(at), palette.length - 2);
  const [from, to] = [toOklab(palette[low]), toOklab(palette[low + 1])];
  return fromOklab(from.map((one, i) => one + (to[i] - one) * (at - low)));
}

/** Source: B. Ottosson, A perceptual color space for image processing (2020); the matrices from memory, checked against a library in reference/palette.test.ts. */
function toOklab(hex: string): number[] {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const share = parseInt(hex.slice(i, i + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  const [l, m, s] = [
    0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b,
    0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b,
    0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b,
  ].map(Math.cbrt);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

function fromOklab([L, a, b]: readonly number[]): string {
  const [l, m, s] = [
    L + 0.3963377774 * a + 0.2158037573 * b,
    L - 0.1055613458 * a - 0.0638541728 * b,
    L - 0.0894841775 * a - 1.291485548 * b,
  ].map((one) => one ** 3);
  const linear = [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
  return `#${linear
    .map((one) => {
      const share = one <= 0.0031308 ? 12.92 * one : 1.055 * one ** (1 / 2.4) - 0.055;
      return Math.round(Math.min(Math.max(share, 0), 1) * 255)
        .toString(16)
        .padStart(2, '0');
    })
    .join('')}`;
}
