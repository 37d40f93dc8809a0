export * from './check-ids';
export * from './form';
export * from './layout';
export * from './model';
export * from './numbers';
export * from './palette';
export * from './range';
export * from './ticks';
