import { lazyScreen } from '~/screens/lazyScreen';

/** The chart and its packages are a file of their own. */
export const OverShort = lazyScreen(() => import('~/screens/charts'), 'OverShort');
