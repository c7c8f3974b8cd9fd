export { Entry } from './Entry';
