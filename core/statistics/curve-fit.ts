/** A curve through pairs of numbers, of a family with coefficients. */
export interface CurveFit {
  /** In the order and the meaning of its family. */
  readonly coefficients: readonly number[];
  /** The height of the curve, in the unit of the numbers. */
  readonly at: (x: number) => number;
  /** What each number misses by when the curve is fitted without it, in the unit of the numbers. */
  readonly leftOut: readonly number[];
  /** From where to where single numbers are expected, with a probability; `undefined` without degrees of freedom. */
  readonly band: (x: number, probability: number) => readonly [number, number] | undefined;
}

/** Pairs that a curve is fitted to. */
export type Pairs = readonly (readonly [number, number])[];
