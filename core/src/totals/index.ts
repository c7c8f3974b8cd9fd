export { decideTotals } from './decide';
export * from './figures';
export * from './types';
