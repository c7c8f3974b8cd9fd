import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const DepartmentsScreen = lazyScreen(screens, 'DepartmentsScreen');
