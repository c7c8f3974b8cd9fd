import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const CustomerScreen = lazyScreen(screens, 'CustomerScreen');
export const CustomersScreen = lazyScreen(screens, 'CustomersScreen');
