export * from './guess';
export * from './look';
export * from './read';
export * from './types';
