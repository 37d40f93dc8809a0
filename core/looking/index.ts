export * from './looked';
export { alongOf, lookAt } from './look';
export { trendOf, trendOfPairs, type Along, type TrendResult } from './trend';
export { candidates, type Candidate } from './compare';
export { colorAlong, isSequential, SEQUENTIAL, type SequentialName } from './palettes';
export { dayOf, placeOf, stretchOf } from './view';
export { findingsOf, type Finding, type Season } from './findings';
export { differences, type Differences, type DifferenceBy, type DifferencePart } from './differences';
export { chartOfDifference } from './chart-of-difference';
