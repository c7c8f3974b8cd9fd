export * from './read';
export * from './decide';
