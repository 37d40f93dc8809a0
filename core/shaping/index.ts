export * from './ask';
export * from './behind';
export * from './frame';
export * from './shape';
export { groupText, foldText } from './places';
