export * from './carry';
export * from './draft';
export * from './fit';
export * from './picks';
export * from './rules';
export * from './sides';
export * from './beside';
