export * from './store';
export { useScanner } from './useScanner';
