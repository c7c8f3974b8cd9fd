export * from './code';
export * from './ticket';
