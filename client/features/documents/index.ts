import { lazyScreen } from '~/screens/lazyScreen';

export { openDocuments } from './openDocuments';
export { pageOfDocument } from './where';

/** The list itself is a file of its own: who only leads to it does not load it. */
export const Documents = lazyScreen(() => import('./Documents'), 'Documents');
