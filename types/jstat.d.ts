/** The parts of jstat that are used. It comes as CommonJS, which Node only gives whole. */
declare module 'jstat' {
  const jstat: {
    readonly studentt: { inv(share: number, degreesOfFreedom: number): number };
    readonly normal: { inv(share: number, mean: number, deviation: number): number };
  };
  export default jstat;
}
