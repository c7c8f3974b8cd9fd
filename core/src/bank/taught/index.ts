export * from './check';
export * from './propose';
export * from './rules';
export * from './types';
