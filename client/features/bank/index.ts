export { NewAccount } from './NewAccount';
export { useMovementWords } from './useMovementWords';
