export { Hints } from './DayDrawer';
export { inWords, usePlaceWord, usePotName } from './words';
