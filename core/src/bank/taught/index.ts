export * from './check';
export * from './parts';
export * from './propose';
export * from './rules';
export * from './types';
