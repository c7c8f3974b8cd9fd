export * from './guess';
export * from './look';
export * from './own';
export * from './read';
export type { ReadWith } from './row';
export * from './types';
