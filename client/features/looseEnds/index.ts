export { LooseEndsButton } from './Button';
export { useLooseEnds } from './useLooseEnds';
