import { lazyScreen } from '~/screens/lazyScreen';

/** The search is a file of its own: most counts agree. */
export const Explained = lazyScreen(() => import('./Explained'), 'Explained');
