export * from './against-columns';
export * from './chart-spec';
export * from './not-built';
export * from './sentence';
export * from './validate';
export * from './layers';
export * from './edit';
