export * from './board';
export * from './boxes';
export { conditionWords, standingWords } from './condition-words';
export { boardFilterWords } from './filter-words';
export * from './filters';
export { isSafeAddress, parseBoard } from './input';
export * from './placing';
export * from './text-tile';
