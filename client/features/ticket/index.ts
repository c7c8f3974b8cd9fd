export * from './store';
export { useCounterSettings } from './useCounterSettings';
