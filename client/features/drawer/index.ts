export { Denomination } from './Denomination';
export { readCount, type Entry } from './entry';
