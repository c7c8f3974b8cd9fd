export * from './types';
export * from './parts';
export * from './mapping';
export * from './pairing';
export * from './towardsTill';
export { compareSettlement, type BatchScheme, type SchemeFinding } from './byScheme';
export type { PartSource } from './bearing';
export * from './decide';
export * from './givenUp';
