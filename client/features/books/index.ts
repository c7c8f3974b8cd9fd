import { lazyScreen } from '~/ui/lazyScreen';

export { Entry } from './Entry';

const screens = () => import('./screens');
export const BooksScreen = lazyScreen(screens, 'BooksScreen');
