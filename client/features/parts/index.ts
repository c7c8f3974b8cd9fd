import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const PartsScreen = lazyScreen(screens, 'PartsScreen');
