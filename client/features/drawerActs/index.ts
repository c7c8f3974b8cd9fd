import { lazyScreen } from '~/screens/lazyScreen';

/** The list is a file of its own: most days have few or none of them. */
export const Acts = lazyScreen(() => import('./Acts'), 'Acts');
export { RecordMoney } from './RecordMoney';
