import { lazyScreen } from '~/ui/lazyScreen';

export { useAccount, useAccountList } from './useAccounts';
export { ChargeEffect, useChargePreview } from './ChargePreview';
export { AccountFinder, FindAccount } from './FindAccount';
export { AccountTags, Gauge } from './Gauge';

const screens = () => import('./screens');
export const AccountFilesScreen = lazyScreen(screens, 'AccountFilesScreen');
export const AccountScreen = lazyScreen(screens, 'AccountScreen');
export const AccountsScreen = lazyScreen(screens, 'AccountsScreen');
export const AgingScreen = lazyScreen(screens, 'AgingScreen');
export const ChangeAccountScreen = lazyScreen(screens, 'ChangeAccountScreen');
export const LateChargesScreen = lazyScreen(screens, 'LateChargesScreen');
export const NewAccountScreen = lazyScreen(screens, 'NewAccountScreen');
export const PaymentScreen = lazyScreen(screens, 'PaymentScreen');
export const RemindersScreen = lazyScreen(screens, 'RemindersScreen');
export const StatementsScreen = lazyScreen(screens, 'StatementsScreen');
