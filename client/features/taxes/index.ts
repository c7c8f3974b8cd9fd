import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const TaxCodeScreen = lazyScreen(screens, 'TaxCodeScreen');
export const TaxesScreen = lazyScreen(screens, 'TaxesScreen');
