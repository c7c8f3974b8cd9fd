export * from './discount';
export * from './price';
export * from './return';
export * from './sale';
export * from './void';
export * from './account';
export * from './extra';
export { postAllocation } from './postTicket';
export { lineOfOrder, linesLeft, type Ordered } from './orderLines';
