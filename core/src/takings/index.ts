export * from './acrossPots';
export * from './byLines';
export * from './holders';
export * from './moveOn';
export * from './places';
export * from './pots';
export * from './split';
export * from './way';
