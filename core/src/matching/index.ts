export * from './types';
export { windowOf } from './candidates';
export { match, NODE_LIMIT } from './match';
