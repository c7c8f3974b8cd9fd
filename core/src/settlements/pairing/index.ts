export { compareCards, findingOf } from './compare';
export {
  PAIR_FINDINGS,
  type CardPair,
  type CardsCompared,
  type Evidence,
  type PairFinding,
  type TheirCard,
  type TillCard,
} from './types';
