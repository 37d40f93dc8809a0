export { FITTING, type Slack } from './relations';
export { singular } from './row-names';
export { ROW_KINDS, type RowKind, type RowSense } from './row-kinds';
export { ROW_KIND_WORDS, rowSentence } from './row-words';
export type { Claims, RowSaid, Said } from './said';
export { numbersIn, type SheetSample, type Value } from './sample';
export { senseOf, type Sense } from './sense';
export { ideasOf, isPlural, wordsOf } from './words';
