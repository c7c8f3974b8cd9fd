import { lazyScreen } from '~/ui/lazyScreen';

export { Hints } from './DayDrawer';
export { inWords, usePlaceWord, usePotName } from './words';

const screens = () => import('./screens');
export const DayScreen = lazyScreen(screens, 'DayScreen');
export const DaysScreen = lazyScreen(screens, 'DaysScreen');
