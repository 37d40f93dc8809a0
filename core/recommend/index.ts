export * from './carry';
export * from './draft';
export * from './fit';
export * from './from-figures';
export * from './picks';
export * from './rules';
export * from './sides';
export * from './beside';
export { isTargetName } from './rules/facts';
