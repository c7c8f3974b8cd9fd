export { useTable } from './store';
