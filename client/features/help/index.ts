export { Tip } from './Tip';
