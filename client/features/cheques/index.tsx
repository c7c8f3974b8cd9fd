export { ReturnedCheque } from './ReturnedCheque';
export { FindReturned } from './FindReturned';
