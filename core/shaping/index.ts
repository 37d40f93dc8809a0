export * from './asking';
export * from './behind';
export * from './frame';
export * from './held';
export * from './limits';
export * from './shape';
export { defaultOrder } from './order';
export { groupText, foldText } from './places';
