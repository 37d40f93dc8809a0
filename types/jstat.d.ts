/** The parts of jstat that are used. */
declare module 'jstat' {
  export const studentt: { inv(share: number, degreesOfFreedom: number): number };
  export const normal: { inv(share: number, mean: number, deviation: number): number };
}
