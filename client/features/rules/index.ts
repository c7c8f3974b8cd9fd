import { lazyScreen } from '~/ui/lazyScreen';

const screens = () => import('./screens');
export const AccountRulesScreen = lazyScreen(screens, 'AccountRulesScreen');
export const RulesScreen = lazyScreen(screens, 'RulesScreen');
