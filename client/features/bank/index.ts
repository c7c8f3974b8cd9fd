export { useMovementWords } from './useMovementWords';
