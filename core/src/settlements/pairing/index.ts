export { compareCards } from './compare';
export type { CardPair, CardsCompared, Evidence, TheirCard, TillCard } from './types';
