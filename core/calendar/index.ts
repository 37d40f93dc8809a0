export * from './instant';
export * from './locale';
export * from './step';
export * from './cycle';
export * from './window';
export * from './words';
