export * from './price';
export * from './sale';
