import { lazyScreen } from '~/ui/lazyScreen';

export { toCatalogue } from './useCounter';

const screens = () => import('./screens');
export const CounterScreen = lazyScreen(screens, 'CounterScreen');
export const OrphansScreen = lazyScreen(screens, 'OrphansScreen');
export const ParkedScreen = lazyScreen(screens, 'ParkedScreen');
export const PayScreen = lazyScreen(screens, 'PayScreen');
export const ReturnScreen = lazyScreen(screens, 'ReturnScreen');
