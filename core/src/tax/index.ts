export * from './code';
export * from './ticket';
export * from './convert';
export * from './setUp';
export * from './payment';
