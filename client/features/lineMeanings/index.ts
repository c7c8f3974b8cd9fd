export { UnknownLine } from './UnknownLine';
