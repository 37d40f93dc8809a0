/** Round intervals that cover a range: `start`, `width` and how many. */
export interface Bins {
  readonly start: number;
  readonly width: number;
  readonly count: number;
}

/**
 * Round intervals over a range: widths of 1, 2, 2.5 or 5 times a power of ten, about `wanted` of them. Without a wish
 * the number is Sturges' 1 + log2(n), H. A. Sturges, "The Choice of a Class Interval", JASA 21 (1926).
 */
export function roundBins(min: number, max: number, rows: number, wanted?: number): Bins {
  if (!(max > min)) return { start: min, width: 1, count: 1 };
  const aim = Math.max(2, wanted ?? Math.min(40, Math.max(8, Math.ceil(1 + Math.log2(Math.max(rows, 1))))));
  const raw = (max - min) / aim;
  const power = 10 ** Math.floor(Math.log10(raw));
  const width =
    [1, 2, 2.5, 5, 10].map((times) => times * power).find((candidate) => candidate >= raw * 0.999) ?? 10 * power;
  const start = Math.floor(min / width + 1e-9) * width;
  return { start, width, count: Math.max(1, Math.ceil((max - start) / width - 1e-9)) };
}
