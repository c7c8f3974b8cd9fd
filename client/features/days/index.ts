export { inWords, usePlaceWord, usePotName } from './words';
