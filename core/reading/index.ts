export * from './binary';
export * from './byte-lines';
export * from './delimited';
export * from './encoding';
export * from './header';
export * from './reading';
export * from './refusal';
export * from './shape';
