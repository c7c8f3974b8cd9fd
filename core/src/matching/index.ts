export * from './types';
export { normaliseReference, WINDOWS, windowOf } from './candidates';
export { match, NODE_LIMIT, type MatchControl } from './match';
