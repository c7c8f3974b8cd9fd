export * from './item';
export * from './search';
