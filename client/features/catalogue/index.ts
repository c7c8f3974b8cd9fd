export { toCatalogue } from './toCatalogue';
export { useCounterSettings } from './useCounterSettings';
