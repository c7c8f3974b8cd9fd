import { lazyScreen } from '~/ui/lazyScreen';

export { useMovementWords } from './Statement';

const screens = () => import('./screens');
export const BankScreen = lazyScreen(screens, 'BankScreen');
