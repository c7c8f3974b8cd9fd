export * from './holders';
export * from './moveOn';
export * from './pots';
export * from './split';
