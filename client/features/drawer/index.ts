import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const CountScreen = lazyScreen(screens, 'CountScreen');
