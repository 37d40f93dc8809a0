import { change, changePercent } from './change';
import { movingAverage } from './moving-average';
import { running } from './running';
import { shareOfGroup, shareOfTotal } from './share';
import type { Transform } from './transform';

const transforms = {
  running,
  'share-of-total': shareOfTotal,
  'share-of-group': shareOfGroup,
  change,
  'change-percent': changePercent,
  'moving-average': movingAverage,
};

/** What can be made of the values of a layer after the summary, in the order in which it is offered. */
export type Then = keyof typeof transforms;
export const TRANSFORMS: Readonly<Record<Then, Transform>> = transforms;
export const THENS = Object.keys(transforms) as readonly Then[];

export { placesBefore } from './year-before';
export type { Offering, Run, ThenBy, ThenContext, Transform, Values } from './transform';
