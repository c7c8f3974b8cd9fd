import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const CreditsScreen = lazyScreen(screens, 'CreditsScreen');
export const VouchersScreen = lazyScreen(screens, 'VouchersScreen');
