export { NewAccount } from './NewAccount';
export { useMovementWords } from './useMovementWords';
export { useLane } from './store';
