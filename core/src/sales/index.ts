export * from './discount';
export * from './price';
export * from './return';
export * from './sale';
export * from './void';
export * from './extra';
export { lineOfOrder, linesLeft, type Ordered } from './orderLines';
