import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const TendersScreen = lazyScreen(screens, 'TendersScreen');
