export { helpOf, placeOf } from './placeOf';
export { Tip } from './Tip';
