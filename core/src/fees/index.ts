export * from './plan';
export * from './reckon';
export * from './infer';
export * from './audit';
export * from './cost';
export * from './month';
export * from './check';
