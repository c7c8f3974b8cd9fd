export { readCount, type Entry } from './entry';
export { Pieces } from './Pieces';
