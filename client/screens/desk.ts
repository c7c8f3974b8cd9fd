import '~/i18n/desk';

export {
  AccountFilesScreen,
  AgingScreen,
  LateChargesScreen,
  RemindersScreen,
  StatementsScreen,
} from '~/features/accounts/deskScreens';
export { DepartmentsScreen } from '~/features/departments/screens';
export { HelpScreen } from '~/features/help/screens';
export { PapersScreen } from '~/features/papers/screens';
export { ItemScreen, ItemsScreen } from '~/features/items/screens';
export { ReconcileScreen } from '~/features/reconcile/screens';
export { ShopCardScreen } from '~/features/shopCard/screens';
export { AccountRulesScreen, RulesScreen } from '~/features/rules/screens';
export { FailedTriesScreen } from '~/features/people/screens';
export { TaughtRulesScreen } from '~/features/taughtRules/screens';
export { TaxCodeScreen, TaxesScreen } from '~/features/taxes/screens';
