import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const OrderScreen = lazyScreen(screens, 'OrderScreen');
export const OrdersScreen = lazyScreen(screens, 'OrdersScreen');
