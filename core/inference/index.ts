export * from './convert';
export * from './date';
export * from './decide';
export * from './infer';
export * from './number';
export * from './profile';
export * from './tally';
export * from './units';
export { headingSaysLevel, headingSaysRate, isRateUnit } from './headings';
