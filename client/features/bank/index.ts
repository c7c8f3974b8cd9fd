export { useMovementWords } from './Statement';
