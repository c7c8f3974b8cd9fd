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
export { FailedTriesScreen } from '~/features/people/screens';
export { TaxCodeScreen, TaxesScreen } from '~/features/taxes/screens';
