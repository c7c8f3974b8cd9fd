export { usePicked } from './store';
