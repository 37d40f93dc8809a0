export * from './bins';
export * from './derive';
export * from './finer';
export * from './rollable';
export * from './grain-query';
export * from './to-query';
