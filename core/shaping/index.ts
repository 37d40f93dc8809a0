export * from './asking';
export * from './behind';
export * from './frame';
export * from './held';
export * from './limits';
export * from './shape';
export { remarkColumns } from './notes';
export { defaultOrder } from './order';
export { groupText, foldText } from './places';
