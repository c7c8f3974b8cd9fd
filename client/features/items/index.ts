import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const ItemScreen = lazyScreen(screens, 'ItemScreen');
export const ItemsScreen = lazyScreen(screens, 'ItemsScreen');
