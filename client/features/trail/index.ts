import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const BeadTrailScreen = lazyScreen(screens, 'BeadTrailScreen');
export const LineTrailScreen = lazyScreen(screens, 'LineTrailScreen');
