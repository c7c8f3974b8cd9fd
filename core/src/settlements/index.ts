export * from './read';
export * from './readers';
export type { SettlementFormat } from './formats';
export * from './decide';
