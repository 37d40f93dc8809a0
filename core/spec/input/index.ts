export * from './chart';
export * from './invalid';
export * from './plain';
export * from './valid';
export { ConditionInput } from './condition';
export { filterInput, MOST_FILTERS } from './filter';
export { byNames, Nested, NestedList, type Chosen, type Input } from './part';
