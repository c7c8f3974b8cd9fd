export {
  CounterScreen,
  OrphansScreen,
  ParkedScreen,
  PayScreen,
  ReturnScreen,
} from '~/features/counter/screens';
export { DayScreen, DaysLayout, DaysScreen, QuarterScreen } from '~/features/days/screens';
export { CountScreen, FloatScreen } from '~/features/drawer/screens';
export { DeskPaymentsScreen } from '~/features/deskPayments/screens';
export { MoneyScreen } from '~/features/drawerActs/screens';
export { LooseEndsScreen } from '~/features/looseEnds/screens';
export { KeySheet } from '~/features/shell/screens';
export { SearchDialog } from '~/features/search/screens';
export { SaleScreen, SalesScreen } from '~/features/sales/screens';
export { BeadTrailScreen, LineTrailScreen } from '~/features/trail/screens';
export { MatchScreen } from '~/features/matching/screens';
export { BankScreen } from '~/features/bank/screens';
export { SlipScreen } from '~/features/bank/SlipPage';
export { PartsScreen } from '~/features/parts/screens';
export { TendersScreen } from '~/features/tenders/screens';
