export { useAnswerWords } from './useAnswerWords';
