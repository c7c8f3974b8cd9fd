export { KeySheet } from './KeySheet';
