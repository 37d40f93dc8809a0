export * from './frame';
export { shape, type Answer } from './shape';
export { groupText } from './places';
