export { decideTotals, takenOf } from './decide';
export { taxesOfTotals, taxTolerance, type TaxOfTotals } from './tax';
export * from './types';
