export * from './order';
export * from './prepayment';
export * from './status';
