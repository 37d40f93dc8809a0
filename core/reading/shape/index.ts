export * from './shape';
export * from './find-shape';
