export * from './types';
export * from './parts';
export * from './mapping';
export * from './pairing';
export * from './towardsTill';
export * from './decide';
