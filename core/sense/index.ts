export type { Evidence } from './evidence';
export { ROW_KINDS, singular, type RowKind, type RowSense } from './row';
export type { SheetSample, Value } from './sample';
export { senseOf, type Said, type Sense } from './sense';
