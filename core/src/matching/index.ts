export * from './types';
export { normaliseReference, windowOf } from './candidates';
export { match, NODE_LIMIT, type MatchControl } from './match';
