export * from './types';
export { windowOf } from './field';
export { match } from './match';
