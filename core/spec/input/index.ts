export * from './chart';
export * from './invalid';
export { Nested, type Input } from './part';
export * from './plain';
export * from './valid';
