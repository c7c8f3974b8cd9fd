export { toCatalogue } from './catalogue';
export * from './store';
export { useCounterSettings } from './useCounterSettings';
export { useScanner } from './useScanner';
