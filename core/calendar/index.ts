export * from './instant';
export * from './step';
export * from './cycle';
