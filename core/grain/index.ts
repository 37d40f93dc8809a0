export * from './bins';
export * from './derive';
export * from './exact';
export * from './grain-query';
export * from './to-query';
