export * from './delivery';
export { isMailAddress, parseDelivery } from './input';
export { everyWords, nextAfter } from './next';
export { instantOf, isZone, localAt } from './zone';
